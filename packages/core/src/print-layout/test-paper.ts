import type { PaperLine } from './ticket-paper.ts';
import { wrapText } from './wrap.ts';

/** Letters of Western Europe, which most printers know, and letters that are drawn. */
const LETTERS = ['àéîõü ß Ñ ¿¡ €', '茶 ชา شاي'];

/**
 * A test print: where it was printed and when, a ruler as wide as the paper's columns, every style of a ticket, and letters
 * that a printer may not know. If the ruler breaks or leaves a margin, the station's columns are wrong.
 */
export function testPaper(
  at: { readonly station: string; readonly location?: string; readonly time: string },
  columns: number,
): PaperLine[] {
  const styled = (text: string, style: PaperLine['style'], width = 1): PaperLine[] =>
    wrapText(text, Math.floor(columns / width)).map((line) => ({ text: line, style }));
  const ruler = Array.from({ length: columns }, (_, i) => (i + 1) % 10).join('');
  return [
    ...styled('** TEST **', 'loud', 2),
    ...styled(at.station, 'big', 2),
    ...styled([...(at.location === undefined ? [] : [at.location]), at.time].join(' · '), 'plain'),
    { text: '-'.repeat(columns), style: 'rule' },
    { text: ruler, style: 'plain' },
    ...styled(`${columns} columns`, 'bold'),
    ...styled('no onion', 'changed'),
    ...LETTERS.flatMap((letters) => styled(letters, 'plain')),
    { text: '-'.repeat(columns), style: 'rule' },
  ];
}
