import type { Draw } from './strokes.ts';
import { around, Sketch } from './sketch.ts';

const WIDTH = 800;
const HEIGHT = 600;

/** Colours of table and cloth. */
export type Ground = readonly [table: string, cloth: string];

export const TABLE: Ground = ['#EADBC0', '#DFC9A3'];

/** The table, with a round cloth and the shadow of what stands on it. */
export function table(seed: string, [table, cloth]: Ground, shadow: number): Sketch {
  const sketch = new Sketch(seed, WIDTH, HEIGHT);
  return sketch
    .polygon('-20,-20 820,-20 820,620 -20,620', table, { ink: 0 })
    .line('-20,130 300,122 820,134', cloth, 3)
    .line('-20,505 420,512 820,500', cloth, 3)
    .ellipse(400, 350, 350, 205, cloth, { ink: 0, stray: 6 })
    .ellipse(412, 440, shadow, shadow * 0.3, '#5A4030', { ink: 0, opacity: 0.22 });
}

/** A bowl seen from a little above, filled with a broth of a colour. */
export function bowl(sketch: Sketch, glaze: string, broth: string, sheen: string): Sketch {
  return sketch
    .shape('130,290 160,400 250,486 400,508 550,486 640,400 670,290 540,330 260,330', glaze)
    .line('196,410 270,470 360,492', '#FFFFFF55', 8)
    .ellipse(400, 285, 272, 128, '#F8F1E2')
    .ellipse(400, 290, 244, 108, broth)
    .line('220,262 300,214 400,200', sheen, 6);
}

/** A wide shallow plate. */
export function plate(sketch: Sketch, glaze: string): Sketch {
  return sketch
    .ellipse(400, 372, 300, 138, glaze)
    .ellipse(400, 352, 300, 134, '#FBF5E8')
    .ellipse(400, 352, 214, 90, '#F1E6D2', { ink: 3 });
}

/** A lidless clay pot with two ears. */
export function pot(sketch: Sketch, clay: string, fill: string): Sketch {
  return sketch
    .ellipse(118, 320, 44, 30, clay)
    .ellipse(682, 320, 44, 30, clay)
    .shape('140,270 146,400 220,492 400,516 580,492 654,400 660,270', clay)
    .line('180,410 230,466 320,492', '#FFFFFF44', 9)
    .ellipse(400, 272, 262, 112, '#4B3A31')
    .ellipse(400, 276, 238, 96, fill);
}

/** A cup without a handle, filled to near its rim. */
export function cup(sketch: Sketch, tall: boolean, glaze: string, drink: string, sheen: string): Sketch {
  const top = tall ? 150 : 240;
  return sketch
    .shape(
      [
        [268, top],
        [282, 420],
        [320, 486],
        [400, 500],
        [480, 486],
        [518, 420],
        [532, top],
        [400, top + 40],
      ],
      glaze,
      { stray: 1.5 },
    )
    .line(
      [
        [300, top + 90],
        [312, 430],
      ],
      '#FFFFFF66',
      10,
    )
    .line('276,400 400,424 524,400', '#FFFFFF55', 7)
    .ellipse(400, top, 132, 46, '#FBF5E8')
    .ellipse(400, top + 4, 114, 36, drink)
    .line(
      [
        [320, top - 4],
        [370, top - 16],
        [420, top - 18],
      ],
      sheen,
      5,
    );
}

/** A tall glass that shows what is in it. */
export function glass(sketch: Sketch, drink: string, light: string): Sketch {
  return sketch
    .shape('280,130 304,480 400,500 496,480 520,130', '#F4F1EA')
    .shape('288,190 306,470 400,488 494,470 512,190 400,216', drink, { ink: 0 })
    .ellipse(400, 190, 110, 30, light, { ink: 3 })
    .ellipse(400, 132, 120, 32, '#FBF9F3')
    .line('318,230 328,440', '#FFFFFFAA', 9);
}

/** A teapot with a spout and a handle. */
export function teapot(sketch: Sketch, glaze: string, band: string): Sketch {
  return sketch
    .shape('560,330 650,300 690,220 716,232 690,340 590,410', glaze)
    .line('236,300 150,290 140,400 244,420', '#3A2A24', 26)
    .line('236,300 150,290 140,400 244,420', glaze, 17)
    .shape('220,350 250,240 400,205 550,240 580,350 540,460 400,496 260,460', glaze)
    .line('224,352 400,386 576,352', band, 18)
    .ellipse(400, 222, 104, 30, glaze)
    .ellipse(400, 186, 26, 20, band)
    .line('280,290 268,400', '#FFFFFF66', 10);
}

/** A round bamboo steamer. */
export function steamer(sketch: Sketch): Sketch {
  sketch
    .shape('130,330 134,430 240,494 400,510 560,494 666,430 670,330', '#D9AE6C')
    .line('140,400 260,456 400,470 540,456 660,400', '#A87A3E', 7)
    .ellipse(400, 330, 270, 122, '#E7C58A')
    .ellipse(400, 334, 240, 102, '#F3E3BE');
  for (const x of [240, 320, 400, 480, 560])
    sketch.line(
      [
        [x, 250],
        [x + 4, 420],
      ],
      '#DCC08C',
      4,
    );
  return sketch;
}

/** A long tray with a paper. */
export function tray(sketch: Sketch): Sketch {
  return sketch
    .polygon('70,250 700,200 750,420 110,480', '#8A6F4E')
    .polygon('92,262 686,216 730,408 126,464', '#F6EFE0', { ink: 3 });
}

/** A board of wood. */
export function board(sketch: Sketch): Sketch {
  return sketch
    .shape('90,300 140,236 640,216 714,270 700,430 620,470 170,484 100,430', '#B98A5A')
    .line('150,300 420,286 660,300', '#9A6E42', 4)
    .line('140,400 400,412 650,392', '#9A6E42', 4);
}

export function steam(sketch: Sketch): Sketch {
  for (const [x, y] of [
    [330, 150],
    [400, 120],
    [470, 150],
  ] as const)
    sketch.line(
      [
        [x, y],
        [x - 16, y - 34],
        [x + 12, y - 66],
        [x - 4, y - 100],
      ],
      '#FFFFFF99',
      9,
    );
  return sketch;
}

/** Puts foods in a ring on what is in a bowl, pot or plate. */
export function laid(sketch: Sketch, foods: readonly Draw[], y: number, rx: number, ry: number, scale: number): Sketch {
  const places = foods.length === 1 ? [[400, y] as const] : around(400, y, rx, ry, foods.length);
  // What is farther away is drawn first.
  const inOrder = places.map((at, index) => ({ at, draw: foods[index] as Draw })).sort((a, b) => a.at[1] - b.at[1]);
  for (const { at, draw } of inOrder) sketch.placed(at[0], at[1], scale, sketch.vary(10), draw);
  return sketch;
}
