import { accepted, refused, type Result } from '../result.ts';

/**
 * A parsed summary template: `{size} bowl, {noodle}{, with +toppings}{; no -comes-with}`. Braces contain one group id
 * with text around it, and are left out if nothing of that group is picked. `+group` lists only what was added to the
 * preselected choices, `-group` only what was removed.
 */
export type TemplatePart =
  | { readonly kind: 'words'; readonly text: string }
  | {
      readonly kind: 'group';
      readonly before: string;
      readonly which: 'all' | 'added' | 'taken';
      readonly group: string;
      readonly after: string;
    };

export type TemplateFault = { readonly code: 'open-brace' } | { readonly code: 'no-group'; readonly text: string };

/** Parses a template, or returns every fault in it; `groups` are the allowed ids. */
export function parseTemplate(
  text: string,
  groups: ReadonlySet<string>,
): Result<readonly TemplatePart[], TemplateFault> {
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

const WHICH = { '+': 'added', '-': 'taken' } as const;

/** The last word that is a group id, with the text before and after it. */
function groupPart(braced: string, groups: ReadonlySet<string>): TemplatePart | undefined {
  const words = [...braced.matchAll(/([+-]?)([a-z0-9][a-z0-9_.-]*)/g)].reverse();
  for (const { 0: whole, 1: sign, 2: group = '', index } of words) {
    if (!groups.has(group) || /[\p{L}\p{N}]$/u.test(braced.slice(0, index))) continue;
    const which = sign === '+' || sign === '-' ? WHICH[sign] : 'all';
    return { kind: 'group', before: braced.slice(0, index), which, group, after: braced.slice(index + whole.length) };
  }
  return undefined;
}
