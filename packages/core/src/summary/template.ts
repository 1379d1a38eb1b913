import { accepted, refused, type Result } from '../result.ts';

/**
 * A summary line as it is written: `{size} bowl, {noodle}{, with +toppings}{; no -comes-with}`. A pair of braces
 * holds a group, by its id, and is left out whole, with the words around it, where that group says nothing. `+group`
 * says only what was added to what is ticked beforehand, `-group` only what was taken away from it.
 */
export type TemplatePart =
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'group'; readonly before: string; readonly says: 'all' | 'added' | 'taken'; readonly group: string; readonly after: string };

export type TemplateFault =
  | { readonly code: 'open-brace' }
  | { readonly code: 'no-group'; readonly text: string };

/** The parts of a template, or every fault in it; `groups` are the ids that may be named. */
export function parseTemplate(text: string, groups: ReadonlySet<string>): Result<readonly TemplatePart[], TemplateFault> {
  const parts: TemplatePart[] = [];
  const faults: TemplateFault[] = [];
  for (const [piece, braced] of pieces(text)) {
    if (braced === undefined) {
      if (/[{}]/.test(piece)) faults.push({ code: 'open-brace' });
      else parts.push({ kind: 'words', text: piece });
      continue;
    }
    const part = groupPart(braced, groups);
    if (part) parts.push(part);
    else faults.push({ code: 'no-group', text: braced });
  }
  return faults.length === 0 ? accepted(parts) : refused(faults);
}

function pieces(text: string): [piece: string, braced: string | undefined][] {
  return [...text.matchAll(/\{([^{}]*)\}|[^{}]+|[{}]/g)].map(([piece, braced]) => [piece, braced]);
}

const SAYS = { '+': 'added', '-': 'taken' } as const;

/** The last word that names a group, with the words before and after it. */
function groupPart(braced: string, groups: ReadonlySet<string>): TemplatePart | undefined {
  const words = [...braced.matchAll(/([+-]?)([a-z0-9][a-z0-9_.-]*)/g)].reverse();
  for (const { 0: whole, 1: sign, 2: group = '', index } of words) {
    if (!groups.has(group) || /[\p{L}\p{N}]$/u.test(braced.slice(0, index))) continue;
    const says = sign === '+' || sign === '-' ? SAYS[sign] : 'all';
    return { kind: 'group', before: braced.slice(0, index), says, group, after: braced.slice(index + whole.length) };
  }
  return undefined;
}
