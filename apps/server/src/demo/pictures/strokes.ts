import { around, type Sketch } from './sketch.ts';

/** Draws something to eat in a square of about 100 by 100 around the middle. */
export type Draw = (sketch: Sketch) => unknown;

export const leaf =
  (fill: string, vein: string): Draw =>
  (s) =>
    s
      .shape('-48,4 -20,-24 18,-26 50,0 16,24 -22,22', fill, { stray: 4 })
      .line('-44,3 0,0 40,0', vein, 4)
      .line('-10,1 4,-14', vein, 3)
      .line('4,1 18,14', vein, 3);

export const slice =
  (fill: string, edge: string, stripe: string): Draw =>
  (s) =>
    s
      .shape('-46,-10 -14,-30 34,-24 48,4 26,28 -30,26', fill, { stray: 3 })
      .line('-40,-8 -10,-24 32,-19', edge, 8)
      .line('-28,6 0,-6 30,-2', stripe, 4)
      .line('-20,17 6,8 26,12', stripe, 4);

/** Several of the same, side by side. */
export const few =
  (draw: Draw, places: readonly (readonly [x: number, y: number, turn: number])[], scale: number): Draw =>
  (s) => {
    for (const [x, y, turn] of places) s.placed(x, y, scale, turn, draw);
  };
export const THREE = [
  [-24, 16, -24],
  [22, 18, 18],
  [0, -18, 4],
] as const;

/** Many, as if thrown. */
export const STREWN = [
  [-34, -14, 20],
  [-8, -30, 100],
  [22, -24, 60],
  [40, 2, 10],
  [12, -4, 140],
  [-16, 2, 70],
  [-40, 16, 120],
  [-6, 24, 20],
  [24, 24, 90],
  [2, 42, 150],
] as const;

export const cube =
  (top: string, side: string, dark: string): Draw =>
  (s) =>
    s
      .polygon('-36,-16 0,-36 36,-16 0,6', top)
      .polygon('-36,-16 0,6 0,42 -36,20', side)
      .polygon('36,-16 0,6 0,42 36,20', dark);

export const dish =
  (liquid: string, light: string): Draw =>
  (s) =>
    s
      .shape('-56,-6 -44,34 0,44 44,34 56,-6', '#E9DECB')
      .ellipse(0, -8, 56, 24, '#F6EFE0')
      .ellipse(0, -8, 44, 17, liquid)
      .line('-26,-12 -6,-16 14,-14', light, 4);

export const bottle =
  (fill: string, label: string): Draw =>
  (s) =>
    s
      .shape('-12,-54 12,-54 13,-22 30,0 30,48 -30,48 -30,0 -13,-22', fill, { stray: 1.5 })
      .polygon('-12,-58 12,-58 12,-44 -12,-44', '#C9A26B')
      .polygon('-28,10 28,10 28,36 -28,36', label, { ink: 3 });

export const ball =
  (fill: string, light: string): Draw =>
  (s) =>
    s.shape('-44,12 -38,-24 0,-46 38,-24 44,12 24,24 8,16 -10,26 -28,18', fill).line('-22,-18 -6,-30 10,-30', light, 6);

export const round =
  (fill: string, ring: string, core: string): Draw =>
  (s) =>
    s.ellipse(0, 0, 44, 38, fill).ellipse(0, 0, 32, 27, ring, { ink: 0 }).ellipse(0, 0, 10, 8, core, { ink: 0 });

export const bread =
  (fill: string, crumb: string): Draw =>
  (s) =>
    s
      .shape('-50,6 -42,-26 0,-38 42,-26 50,6 44,34 -44,34', fill)
      .shape('-40,6 -32,-18 0,-26 32,-18 40,6 34,25 -34,25', crumb, { ink: 0 })
      .dots(10, 0, 2, 28, 18, 3, fill);

export const bean: Draw = (s) =>
  s.shape('-34,-2 -18,-24 14,-22 34,0 20,20 4,8 -20,18', '#8A4B32').line('-14,-12 6,-12', '#C98A66', 4);
export const grain =
  (fill: string): Draw =>
  (s) =>
    s.shape('-22,0 0,-12 22,0 0,12', fill, { ink: 3 });

/** Noodles of a colour, in a nest of loops. */
export const noodles =
  (fill: string, dark: string): Draw =>
  (s) => {
    for (const [x, y, rx, ry] of [
      [-30, 4, 44, 22],
      [26, -6, 48, 24],
      [0, 10, 60, 26],
      [-6, -12, 50, 20],
    ] as const) {
      s.line([...around(x, y, rx, ry, 9), [x + rx, y]], dark, 11);
      s.line([...around(x, y, rx, ry, 9), [x + rx, y]], fill, 7);
    }
  };
