import { few, THREE, STREWN, leaf, slice, cube, round, bread, bean, grain, type Draw } from './strokes.ts';

const prawns = few(
  (s) =>
    s
      .shape('-30,-30 10,-38 42,-10 34,28 4,40 10,14 14,-4 -6,-10', '#EE8F6B')
      .line('10,-34 8,-10', '#C9603F', 3)
      .line('34,-20 16,-4', '#C9603F', 3)
      .line('38,14 14,8', '#C9603F', 3),
  [
    [-20, 6, -20],
    [24, 2, 40],
  ],
  0.85,
);

/** Savoury things. */
export const SAVOURY = {
  egg: (s) => s.ellipse(0, 0, 48, 38, '#FFFDF6').ellipse(2, 2, 22, 19, '#F0A029').line('-8,-4 0,-9 8,-7', '#FBD27A', 4),
  'fried-egg': (s) =>
    s
      .shape('-50,6 -34,-30 2,-26 36,-34 50,4 26,34 -8,26 -36,34', '#FFFDF6', { stray: 4 })
      .ellipse(4, -2, 20, 18, '#F0A029')
      .line('-2,-8 6,-12', '#FBD27A', 4),
  scramble: few((s) => s.shape('-30,4 -14,-22 14,-18 30,6 10,22 -14,20', '#F5CE62', { stray: 5 }), THREE, 0.95),
  greens: few(leaf('#5E8C3F', '#CFE0A8'), THREE, 0.85),
  corn: (s) => {
    s.shape('-50,10 -30,-18 20,-26 50,-8 30,20 -20,28', '#F2C14A');
    for (const [x, y] of [
      [-28, 6],
      [-8, -2],
      [12, -8],
      [32, -10],
      [-20, 18],
      [0, 12],
      [20, 8],
    ] as const)
      s.ellipse(x, y, 7, 6, '#D9952B', { ink: 2 });
  },
  groundnut: few(
    (s) => s.shape('-30,-4 -14,-18 0,-8 14,-18 30,0 14,16 0,8 -16,16', '#D8A869').line('-20,0 20,0', '#9A6B3A', 3),
    THREE,
    1,
  ),
  mushroom: few(
    (s) =>
      s
        .shape('-12,0 12,0 16,40 -16,40', '#F1E4CF')
        .shape('-44,6 -30,-28 0,-38 30,-28 44,6 0,12', '#A8734A')
        .line('-22,-16 -4,-26', '#D2A77F', 4),
    [
      [-22, 8, -16],
      [24, 10, 14],
    ],
    0.85,
  ),
  pork: few(
    slice('#B5654A', '#F3D9C3', '#8C4531'),
    [
      [-8, -14, -8],
      [8, 16, 6],
    ],
    0.9,
  ),
  chicken: few(
    slice('#EBC79B', '#D59B5C', '#C98F58'),
    [
      [-8, -14, -8],
      [8, 16, 6],
    ],
    0.9,
  ),
  tofu: few(
    cube('#F5DFA8', '#E2BF7C', '#C99C58'),
    [
      [-26, 8, 0],
      [26, 12, 0],
      [0, -20, 0],
    ],
    0.62,
  ),
  radish: few(round('#E58FA5', '#FBE3E6', '#F2B8C2'), THREE, 0.62),
  seaweed: (s) =>
    s
      .polygon('-40,-34 30,-40 42,30 -28,38', '#2F4A3A')
      .line('-26,-20 24,-24', '#56765F', 3)
      .line('-22,2 28,-2', '#56765F', 3)
      .line('-20,22 30,18', '#56765F', 3),
  scallion: few(
    (s) => s.ellipse(0, 0, 22, 18, '#7FA84B').ellipse(0, 0, 10, 8, '#EAF2CF', { ink: 2 }),
    [...THREE, [40, -18, 0], [-42, -12, 0]],
    0.8,
  ),
  sesame: few(grain('#F2E3BE'), STREWN, 0.62),
  prawn: prawns,
  beans: few(bean, [...THREE, [36, -14, 70]], 0.85),
  cheese: (s) =>
    s
      .polygon('-46,10 30,-34 46,4', '#F6D679')
      .polygon('-46,10 46,4 46,34 -46,36', '#EDBE4E')
      .ellipse(-10, 22, 9, 6, '#D79F33', { ink: 3 })
      .ellipse(24, 18, 7, 5, '#D79F33', { ink: 3 }),
  onion: few(
    (s) =>
      s
        .ellipse(0, 0, 34, 28, '#B0713C')
        .ellipse(0, 0, 20, 16, '#E3B981', { ink: 3 })
        .ellipse(0, 0, 8, 6, '#B0713C', { ink: 2 }),
    THREE,
    0.85,
  ),
  fish: (s) =>
    s
      .shape('-52,0 -20,-26 30,-20 52,8 24,24 -24,22', '#E79B72')
      .line('-28,-14 -14,16', '#F8CBA9', 5)
      .line('-2,-20 10,18', '#F8CBA9', 5)
      .line('24,-16 34,14', '#F8CBA9', 5),
  seeds: few(grain('#B98A4E'), STREWN, 0.8),
  salt: (s) => s.shape('-46,30 -14,-10 4,-24 20,-6 48,30 0,38', '#FBFAF6').dots(14, 0, 16, 30, 14, 3, '#CFC7B6'),
  cabbage: few(leaf('#B9C98A', '#EEF3D6'), THREE, 0.85),
  beet: few(round('#9B2F4A', '#C25C75', '#7A1F37'), THREE, 0.62),
  pickles: (s) =>
    s
      .placed(-24, 12, 0.5, 0, round('#8FA94A', '#C9D98B', '#A7BF63'))
      .placed(26, 14, 0.5, 0, round('#9B2F4A', '#C25C75', '#7A1F37'))
      .placed(0, -20, 0.5, 0, round('#E58FA5', '#FBE3E6', '#F2B8C2')),
  potato: few(
    (s) => s.shape('-44,8 -20,-20 24,-22 46,0 20,20 -20,24', '#E8C067').line('-24,-2 22,-8', '#B98730', 4),
    THREE,
    0.8,
  ),
  crackers: few(
    (s) => s.polygon('-36,-30 36,-30 36,30 -36,30', '#DDB67B').dots(9, 0, 0, 24, 20, 3, '#7A5230'),
    [
      [-16, -8, -14],
      [18, 10, 10],
    ],
    0.85,
  ),
  flatbread: (s) =>
    s
      .shape('-52,6 -34,-26 8,-34 48,-14 46,20 4,36 -38,28', '#EBCB94', { stray: 4 })
      .ellipse(-14, -6, 9, 6, '#B98145', { ink: 0 })
      .ellipse(18, 8, 11, 7, '#B98145', { ink: 0 })
      .ellipse(20, -16, 6, 4, '#B98145', { ink: 0 }),
  rye: bread('#6E4A30', '#A97C52'),
  'millet-cake': (s) =>
    s.ellipse(0, 10, 48, 30, '#C98F3C').ellipse(0, -2, 48, 28, '#EBBE5C').dots(16, 0, -2, 36, 18, 3, '#FBE3A0'),
  fritter: few(
    (s) =>
      s.shape('-34,6 -20,-24 16,-26 36,0 18,26 -18,26', '#DFA03A', { stray: 5 }).dots(6, 0, 0, 20, 14, 4, '#FBE08A'),
    THREE,
    0.8,
  ),
  'bean-cake': few(
    (s) => s.ellipse(0, 8, 34, 22, '#7A4A30').ellipse(0, -2, 34, 20, '#A5673F').dots(5, 0, -2, 20, 10, 4, '#6B3A26'),
    THREE,
    0.8,
  ),
  skewer: (s) =>
    s
      .line('-54,34 54,-34', '#B98A4E', 6)
      .placed(-24, 15, 0.45, -10, cube('#F5DFA8', '#E2BF7C', '#C99C58'))
      .placed(2, -1, 0.45, -10, cube('#F5DFA8', '#E2BF7C', '#C99C58'))
      .placed(28, -17, 0.45, -10, cube('#F5DFA8', '#E2BF7C', '#C99C58')),
  'prawn-toast': (s) => s.placed(0, 8, 0.95, 0, bread('#B98145', '#EBCB94')).placed(2, 2, 0.6, 10, prawns),
  dumpling: (s) =>
    s
      .shape('-50,18 -36,-16 0,-30 36,-16 50,18 24,30 -24,30', '#F5EAD0')
      .line('-34,-8 -26,8', '#C9B486', 4)
      .line('-14,-20 -10,0', '#C9B486', 4)
      .line('8,-22 8,-2', '#C9B486', 4)
      .line('28,-14 22,6', '#C9B486', 4),
} satisfies Record<string, Draw>;
