import { few, THREE, cube, dish, bottle, ball, type Draw } from './strokes.ts';

/** Sweet things, sauces, and what is not eaten. */
export const SWEET = {
  'chilli-oil': dish('#C4402A', '#F08A5A'),
  pear: (s) =>
    s
      .shape('-6,-46 14,-42 18,-10 40,18 24,46 -24,46 -40,18 -18,-10', '#C9C45A')
      .line('2,-44 10,-60', '#6B4A2F', 6)
      .line('-18,14 -14,32', '#EBE69A', 6),
  plum: few(
    (s) => s.ellipse(0, 0, 36, 34, '#7A3B5E').line('-14,-16 -2,-24', '#C48BA8', 6).line('4,-32 10,-46', '#6B4A2F', 5),
    [
      [-20, 12, 0],
      [24, 4, 20],
    ],
    0.85,
  ),
  honey: (s) =>
    s
      .shape('-34,-30 34,-30 40,10 28,46 -28,46 -40,10', '#D98E1F')
      .polygon('-38,-46 38,-46 36,-26 -36,-26', '#F1E4CF')
      .line('-20,4 -18,28', '#F7C765', 6),
  crumble: few(
    (s) => s.shape('-24,4 -8,-20 20,-12 22,14 -6,20', '#D9AE6C', { stray: 5 }),
    [...THREE, [38, -10, 60], [-42, -6, 20]],
    0.75,
  ),
  butter: (s) =>
    s
      .polygon('-44,0 20,-20 46,-6 -16,18', '#FBE58C')
      .polygon('-44,0 -16,18 -16,42 -44,24', '#EFCF5E')
      .polygon('-16,18 46,-6 46,18 -16,42', '#E2BB42'),
  'herb-oil': bottle('#8FA94A', '#F6EFE0'),
  broth: dish('#B5702A', '#EBB56B'),
  vinegar: dish('#3F2A22', '#7A5A4A'),
  'sesame-cream': dish('#E3CFA0', '#FBF3DA'),
  'burnt-chilli': dish('#8C2B1E', '#D8693F'),
  mustard: dish('#D9A524', '#F7DC7A'),
  toffee: dish('#B5702A', '#EBB56B'),
  'plum-sauce': dish('#7A3B5E', '#C48BA8'),
  'sweet-sesame': dish('#C9AE7A', '#F2E3BE'),
  'milk-ice': ball('#FBF1DF', '#FFFFFF'),
  'plum-ice': ball('#A85A85', '#E3AECB'),
  'tea-ice': ball('#B08A66', '#E3C9A8'),
  cream: (s) =>
    s
      .shape('-44,28 -40,4 -18,-6 -20,-22 4,-44 18,-20 20,-6 42,4 44,28 0,36', '#FFF9EC')
      .line('-28,12 0,20 28,12', '#E3D3B4', 4),
  'oat-cream': (s) =>
    s
      .shape('-44,28 -40,4 -18,-6 -20,-22 4,-44 18,-20 20,-6 42,4 44,28 0,36', '#EBDCBB')
      .line('-28,12 0,20 28,12', '#C9B486', 4),
  'elder-syrup': bottle('#8B7BB0', '#F6EFE0'),
  'ginger-syrup': bottle('#D9A24A', '#F6EFE0'),
  'plum-syrup': bottle('#7A3B5E', '#F6EFE0'),
  sugar: few(
    cube('#D9B27E', '#C4965A', '#A87B42'),
    [
      [-24, 12, 0],
      [26, 14, 0],
      [0, -16, 0],
    ],
    0.5,
  ),
  'honey-spoon': (s) =>
    s
      .line('-44,40 6,-6', '#B98A4E', 9)
      .shape('-6,6 2,-30 34,-44 44,-18 18,10', '#D98E1F')
      .line('10,-14 24,-26', '#F7C765', 5),
  plates: (s) =>
    s
      .ellipse(0, 20, 52, 20, '#E9DECB')
      .ellipse(0, 6, 52, 20, '#F6EFE0')
      .ellipse(0, -8, 52, 20, '#FBF7EC')
      .ellipse(0, -8, 32, 12, '#EFE3CC', { ink: 3 }),
  box: (s) =>
    s
      .polygon('-50,-16 0,-36 50,-16 0,6', '#D9A76A')
      .polygon('-50,-16 0,6 0,46 -50,24', '#C48C4C')
      .polygon('50,-16 0,6 0,46 50,24', '#A87238'),
  cutlery: (s) =>
    s
      .line('-18,-44 -18,44', '#7C8A8C', 8)
      .shape('-32,-44 -4,-44 -8,-12 -28,-12', '#AEB9B8')
      .line('20,-6 20,44', '#7C8A8C', 8)
      .ellipse(20, -24, 14, 22, '#AEB9B8'),
  napkins: (s) => s.polygon('-44,-10 10,-36 46,8 -8,36', '#F6EFE0').polygon('-36,2 18,-24 46,20 -8,46', '#E9DECB'),
} satisfies Record<string, Draw>;
