import { describe, expect, it } from 'vitest';
import { loadedWith, type Outputs } from './built-files.mjs';
import { planFiles, screensOf } from './plan-files.mjs';

/** Scripts with what each imports, and with `+` what it loads later; each of a size in bytes. */
function built(scripts: Record<string, [bytes: number, imports: string]>): Outputs {
  return Object.fromEntries(
    Object.entries(scripts).map(([name, [bytes, imports]]) => [
      name,
      {
        bytes,
        inputs: {},
        imports: imports
          .split(' ')
          .filter((path) => path !== '')
          .map((path) =>
            path.startsWith('+') ? { path: path.slice(1), kind: 'dynamic-import' } : { path, kind: 'import-statement' },
          ),
      },
    ]),
  );
}

const plan = (outputs: Outputs, kindOf = (_script: string) => '') =>
  planFiles(outputs, screensOf(outputs, 'main'), kindOf)
    .map((scripts) => scripts.toSorted().join(' '))
    .toSorted();

describe('the files of the pages', () => {
  it('know what a screen loads with all it is reached through, at once and not later', () => {
    const outputs = built({
      main: [1, 'base +list'],
      base: [1, ''],
      list: [1, 'row +detail'],
      row: [1, ''],
      detail: [1, 'row'],
    });
    expect([...loadedWith(outputs, ['list'])]).toEqual(['list', 'row']);
    expect([...(screensOf(outputs, 'main').get('detail') ?? [])].sort()).toEqual([
      'base',
      'detail',
      'list',
      'main',
      'row',
    ]);
  });

  it('are one for what is loaded together anyway, and for what is small', () => {
    const outputs = built({
      main: [9, 'base +a +b'],
      base: [90_000, ''],
      a: [50_000, 'few'],
      b: [50_000, 'few'],
      few: [40, ''],
    });
    expect(plan(outputs)).toEqual(['a', 'b', 'base few main']);
  });

  it('keep apart what some screens have no use for, and scripts of different kinds', () => {
    const outputs = built({ main: [9, '+a +b'], a: [50_000, 'chart'], b: [50_000, ''], chart: [200_000, ''] });
    expect(plan(outputs)).toEqual(['a chart', 'b', 'main']);
    expect(plan(outputs, (script) => (script === 'chart' ? 'drawn' : 'page'))).toEqual(['a', 'b', 'chart', 'main']);
  });

  it('keep apart what would bring others along without need', () => {
    const outputs = built({
      main: [9, '+a +b +c'],
      a: [50_000, 'small'],
      b: [50_000, ''],
      c: [50_000, 'small'],
      small: [40, 'chart'],
      chart: [200_000, ''],
    });
    expect(plan(outputs, (script) => (script === 'chart' ? 'drawn' : 'page'))).toEqual([
      'a',
      'b',
      'c',
      'chart',
      'main',
      'small',
    ]);
  });

  it('never import each other in a circle', () => {
    // Together, `top` and `low` would import `mid`, which imports `low`; `mid` is of another kind.
    const outputs = built({ main: [9, 'top'], top: [9, 'mid'], mid: [9, 'low'], low: [9, ''] });
    expect(plan(outputs, (script) => (script === 'mid' ? 'other' : 'same'))).toEqual(['low', 'main top', 'mid']);
  });
});
