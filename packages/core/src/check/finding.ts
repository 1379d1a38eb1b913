import type { DishOccasion, FindingCode, Severity } from '../api/check.ts';
import type { Given, Pick } from '../api/line.ts';

/** A finding of line check. */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  /** `items/ID[/groups/ID[/choices/ID]]` for what depends on an item, else `groups/ID[/choices/ID]`, `rules/ID` … */
  readonly where: string;
  readonly params: Readonly<Record<string, unknown>>;
  /** The shortest answers that lead there, to be replayed on a screen. */
  readonly picks?: readonly Pick[];
  /** The dish to replay them with, and how the circumstances differ from the requested ones. */
  readonly occasion?: DishOccasion;
  readonly given?: Given;
}

/** How to reproduce a finding. */
export interface Replay {
  readonly picks: readonly Pick[];
  readonly occasion: DishOccasion;
  /** What is written, named and agreed to, where that belongs to it. */
  readonly given?: Given;
}

const SEVERITIES: Readonly<Record<FindingCode, Severity>> = {
  'cannot-order': 'stop',
  'cannot-satisfy': 'stop',
  'dead-end': 'stop',
  'price-below-zero': 'stop',
  'sold-out-required': 'stop',
  'promise-broken': 'stop',
  'never-offered': 'warn',
  forced: 'warn',
  'default-breaks-limits': 'warn',
  'rule-never-fires': 'warn',
  'rules-disagree': 'warn',
  'long-for-ticket': 'warn',
  'same-kitchen-name': 'warn',
  'sale-hidden': 'warn',
  'once-with-food': 'warn',
  'included-never-used': 'hint',
  'no-section': 'hint',
  'unused-group': 'hint',
  'unused-ingredient': 'hint',
  'missing-translation': 'hint',
};

/** Collects findings, each once. */
export class FindingList {
  readonly findings: Finding[] = [];
  readonly #known = new Set<string>();

  add(code: FindingCode, where: string, params: Finding['params'] = {}, replay?: Replay): void {
    const key = `${code} ${where}`;
    if (this.#known.has(key)) return;
    this.#known.add(key);
    this.findings.push({ code, severity: SEVERITIES[code], where, params, ...replay });
  }
}
