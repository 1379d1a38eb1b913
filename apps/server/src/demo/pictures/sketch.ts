import { newRandom, type Random } from '../random.ts';

export type Point = readonly [x: number, y: number];
/** Points in turn, or as SVG writes them: `x,y x,y`. */
export type Points = readonly Point[] | string;

const INK = '#3A2A24';

interface Look {
  /** Width of the ink line; 0 for none. */
  readonly ink?: number;
  /** How far points stray, in pixels. */
  readonly stray?: number;
  readonly opacity?: number;
}

/**
 * A drawing as if by hand: each shape is a patch of colour and, a little beside it, an ink line that doesn't quite follow
 * it. The same seed draws the same picture.
 */
export class Sketch {
  readonly #random: Random;
  readonly #parts: string[] = [];
  readonly #width: number;
  readonly #height: number;

  constructor(seed: string, width: number, height: number) {
    this.#random = newRandom(seed);
    this.#width = width;
    this.#height = height;
  }

  /** A closed shape through points, rounded. */
  shape(points: Points, fill: string, { ink = 4, stray = 2.5, opacity = 1 }: Look = {}): this {
    const fade = opacity === 1 ? '' : ` opacity="${opacity}"`;
    this.#parts.push(
      `<path d="${closed(this.#strayed(points, stray))}" fill="${fill}"${fade} transform="translate(-3 2)"/>`,
    );
    if (ink > 0) this.#line(closed(this.#strayed(points, stray)), INK, ink);
    return this;
  }

  ellipse(x: number, y: number, rx: number, ry: number, fill: string, look: Look = {}): this {
    const count = Math.max(8, Math.min(16, Math.round((rx + ry) / 14)));
    return this.shape(around(x, y, rx, ry, count), fill, { stray: Math.min(2.5, (rx + ry) / 30), ...look });
  }

  /** A shape with straight sides. */
  polygon(points: Points, fill: string, { ink = 4, stray = 2 }: Look = {}): this {
    const path = (some: readonly Point[]) => `M${some.map(text).join('L')}Z`;
    this.#parts.push(`<path d="${path(this.#strayed(points, stray))}" fill="${fill}" transform="translate(-3 2)"/>`);
    if (ink > 0) this.#line(path(this.#strayed(points, stray)), INK, ink);
    return this;
  }

  /** An open line through points. */
  line(points: Points, colour = INK, width = 4): this {
    this.#line(open(this.#strayed(points, 1.5)), colour, width);
    return this;
  }

  dots(count: number, x: number, y: number, rx: number, ry: number, size: number, fill: string): this {
    for (let i = 0; i < count; i++) {
      const angle = this.#random() * Math.PI * 2;
      const far = Math.sqrt(this.#random());
      const at: Point = [x + Math.cos(angle) * rx * far, y + Math.sin(angle) * ry * far];
      this.#parts.push(
        `<ellipse cx="${at[0].toFixed(1)}" cy="${at[1].toFixed(1)}" rx="${size}" ry="${size * 0.7}" fill="${fill}"/>`,
      );
    }
    return this;
  }

  /** Draws something elsewhere, turned and scaled. */
  placed(x: number, y: number, scale: number, turn: number, draw: (sketch: this) => void): this {
    this.#parts.push(`<g transform="translate(${x} ${y}) rotate(${turn}) scale(${scale})">`);
    draw(this);
    this.#parts.push('</g>');
    return this;
  }

  /** The same number for the same place in the same drawing. */
  vary(by: number): number {
    return (this.#random() - 0.5) * 2 * by;
  }

  svg(): string {
    const size = `viewBox="0 0 ${this.#width} ${this.#height}" width="${this.#width}" height="${this.#height}"`;
    return `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${this.#parts.join('')}</svg>`;
  }

  #line(path: string, colour: string, width: number): void {
    this.#parts.push(
      `<path d="${path}" fill="none" stroke="${colour}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"/>`,
    );
  }

  #strayed(points: Points, by: number): Point[] {
    return (typeof points === 'string' ? parsed(points) : points).map(([x, y]) => [
      x + this.vary(by),
      y + this.vary(by),
    ]);
  }
}

/** Points around an ellipse. */
export function around(x: number, y: number, rx: number, ry: number, count: number): Point[] {
  return Array.from({ length: count }, (_, i) => {
    const angle = (i / count) * Math.PI * 2;
    return [x + Math.cos(angle) * rx, y + Math.sin(angle) * ry] as const;
  });
}

function parsed(points: string): Point[] {
  return points.split(' ').map((point) => point.split(',').map(Number) as unknown as Point);
}

const text = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** A smooth curve through points (Catmull-Rom, as cubic Bézier curves). */
function curve(at: (index: number) => Point, count: number): string {
  const parts = [`M${text(at(0))}`];
  for (let i = 0; i < count; i++) {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const first: Point = [from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6];
    const second: Point = [to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6];
    parts.push(`C${text(first)} ${text(second)} ${text(to)}`);
  }
  return parts.join('');
}

function closed(points: readonly Point[]): string {
  const { length } = points;
  return `${curve((index) => points[(index + length) % length] as Point, length)}Z`;
}

function open(points: readonly Point[]): string {
  const last = points.length - 1;
  return curve((index) => points[Math.min(last, Math.max(0, index))] as Point, last);
}
