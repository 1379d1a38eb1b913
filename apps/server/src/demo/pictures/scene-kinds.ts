import { type Food, FOODS } from './foods.ts';
import { type Draw, noodles } from './strokes.ts';
import {
  bowl,
  cup,
  glass,
  type Ground,
  laid,
  plate,
  pot,
  board,
  steam,
  steamer,
  table,
  TABLE,
  teapot,
  tray,
} from './vessels.ts';

/** The SVG of a picture. */
export type Scene = () => string;

export const PINK: Ground = ['#F0D9CC', '#E4C0AE'];
export const GREEN: Ground = ['#DCE0C4', '#C4CCA2'];
export const BLUE: Ground = ['#D3DDDC', '#B4C8C6'];
export const GOLD: Ground = ['#F1E0B4', '#E4CB88'];
export const DUSK: Ground = ['#C9BBB0', '#AD9A8C'];

const foods = (names: readonly Food[]): Draw[] => names.map((name) => FOODS[name]);
const NOODLE = {
  wheat: noodles('#F0D79C', '#B98F4C'),
  rice: noodles('#FBF6EA', '#C9BFA6'),
  buckwheat: noodles('#9A7B62', '#5E4636'),
};
const rice: Draw = (s) => s.ellipse(0, 0, 150, 62, '#FBF7EC').dots(50, 0, 0, 130, 48, 5, '#E4DAC4');
const barley: Draw = (s) => s.ellipse(0, 0, 150, 62, '#D9B97E').dots(60, 0, 0, 132, 50, 6, '#B98F4C');

type NoodleKind = keyof typeof NOODLE | 'none';
export const brothBowl =
  (
    id: string,
    ground: Ground,
    glaze: string,
    [broth, sheen]: [string, string],
    noodle: NoodleKind,
    tops: Food[],
  ): Scene =>
  () => {
    const sketch = bowl(table(id, ground, 290), glaze, broth, sheen);
    if (noodle !== 'none') sketch.placed(400, 296, 2.3, 0, NOODLE[noodle]);
    laid(sketch, foods(tops), 282, 148, 52, 1.12);
    return steam(sketch.dots(16, 400, 290, 200, 80, 5, '#7FA84B')).svg();
  };

export const ricePot =
  (id: string, clay: string, fill: string, grain: 'rice' | 'barley', tops: Food[]): Scene =>
  () => {
    const sketch = pot(table(id, TABLE, 290), clay, fill);
    sketch.placed(400, 276, 1.45, 0, grain === 'rice' ? rice : barley);
    return steam(laid(sketch, foods(tops), 268, 130, 42, 1.15)).svg();
  };

export const porridge =
  (id: string, glaze: string, [fill, light]: [string, string], tops: Food[]): Scene =>
  () => {
    const sketch = bowl(table(id, GOLD, 290), glaze, fill, light);
    sketch.dots(70, 400, 292, 215, 86, 6, light);
    return steam(laid(sketch, foods(tops), 282, 110, 40, 1.1)).svg();
  };

export const onPlate =
  (id: string, ground: Ground, glaze: string, put: Food[], scale = 1.5, rx = 120): Scene =>
  () =>
    laid(plate(table(id, ground, 310), glaze), foods(put), 342, rx, 40, scale).svg();

export const onBoard =
  (id: string, ground: Ground, put: Food[], scale = 1.9, rx = 130): Scene =>
  () =>
    laid(board(table(id, ground, 310)), foods(put), 338, rx, 44, scale).svg();

export const fold =
  (id: string, ground: Ground, breadFill: string, inside: Food[]): Scene =>
  () => {
    const sketch = board(table(id, ground, 310));
    sketch.shape('150,400 170,250 300,176 470,176 620,250 650,390 400,300', breadFill);
    laid(sketch, foods(inside), 322, 170, 26, 1.15);
    return sketch
      .shape('146,420 200,350 400,316 600,350 654,410 600,452 400,470 200,456', breadFill, { stray: 4 })
      .ellipse(290, 400, 22, 11, '#A87238', { ink: 0 })
      .ellipse(420, 380, 26, 12, '#A87238', { ink: 0 })
      .ellipse(530, 412, 20, 10, '#A87238', { ink: 0 })
      .svg();
  };

export const dumplings =
  (id: string, glimpse: Food): Scene =>
  () => {
    const sketch = steamer(table(id, GREEN, 300));
    laid(sketch, [FOODS.dumpling, FOODS.dumpling, FOODS.dumpling, FOODS.dumpling, FOODS.dumpling], 330, 140, 48, 1.25);
    return steam(sketch.placed(400, 326, 0.85, 0, FOODS[glimpse])).svg();
  };

export const warmCup =
  (id: string, tall: boolean, glaze: string, [drink, light]: [string, string], beside?: Food): Scene =>
  () => {
    const sketch = cup(table(id, PINK, 170), tall, glaze, drink, light);
    if (beside) sketch.placed(620, 430, 1.1, 8, FOODS[beside]);
    return tall ? sketch.svg() : steam(sketch).svg();
  };

export const coldGlass =
  (id: string, [drink, light]: [string, string], beside?: Food): Scene =>
  () => {
    const sketch = glass(table(id, BLUE, 150), drink, light);
    for (const [x, y, turn] of [
      [360, 190, 10],
      [430, 184, -14],
      [400, 240, 30],
    ] as const)
      sketch.placed(x, y, 0.62, turn, (s) => s.polygon('-36,-30 34,-34 38,30 -32,36', '#F7FBFA', { ink: 3 }));
    if (beside) sketch.placed(620, 436, 1.15, -6, FOODS[beside]);
    return sketch.svg();
  };

export const leafPot =
  (id: string, glaze: string, band: string): Scene =>
  () =>
    teapot(table(id, GREEN, 240), glaze, band).svg();

export const cake =
  (id: string, crust: string, body: string, tops: Food[]): Scene =>
  () => {
    const sketch = plate(table(id, PINK, 310), '#D7B7A5');
    sketch
      .polygon('230,330 470,230 590,300 380,380', crust)
      .polygon('230,330 380,380 380,456 230,400', body)
      .polygon('380,380 590,300 590,372 380,456', body)
      .line('232,364 380,418 590,336', crust, 8);
    return laid(sketch, foods(tops), 296, 60, 20, 0.9).svg();
  };

export const onTray =
  (id: string, put: Food[], scale: number): Scene =>
  () => {
    const sketch = tray(table(id, DUSK, 330));
    const rows = [286, 350, 414];
    for (const [row, y] of rows.entries())
      for (let i = 0; i < 5; i++)
        sketch.placed(
          190 + i * 108 + row * 14,
          y - i * 8,
          scale,
          sketch.vary(8),
          FOODS[put[(i + row) % put.length] as Food],
        );
    return sketch.svg();
  };
