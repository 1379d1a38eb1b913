import type { MendKind } from '@hearty-ladle/core';

/** What the button of an obvious mend says. */
export const MEND_WORDS: Readonly<Record<MendKind, string>> = {
  narrow: 'Let the rule that has no say give way where both hold',
  'switch-off': 'Switch the rule off',
  delete: 'Delete it',
  'charge-each': 'Charge it for each one',
  'include-none': 'Include none',
  'preselect-none': 'Tick nothing beforehand on this dish',
};

/** A mark of line check in words. */
export function markWords({ stop, warn }: { readonly stop: number; readonly warn: number }): string {
  const parts = [
    stop > 0 && `${stop} ${stop === 1 ? 'finding stops' : 'findings stop'} service`,
    warn > 0 && `${warn} worth a look`,
  ];
  return parts.filter(Boolean).join(', ');
}
