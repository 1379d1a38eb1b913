import type { FindingReport } from '../api/check.ts';
import type { DishOccasion } from '../api/check.ts';
import type { Finding } from '../check/finding.ts';
import type { Pick } from '../api/line.ts';

/** A finding as one sentence for a restaurant operator; contains ids where a screen does not substitute names. */
export function findingMessage(finding: Finding): string {
  // A promise is a build that was pinned on purpose: its circumstances are no surprise.
  const when = finding.code === 'promise-broken' ? '' : occasionText(finding.occasion);
  return when === '' ? paramsText(finding) : `${paramsText(finding)} It happens ${when}.`;
}

function paramsText({ code, params, picks = [] }: Finding): string {
  const word = (name: string) => String(params[name]);
  switch (code) {
    case 'cannot-order':
      return params['soldOut']
        ? 'With what is 86’d now, nobody can order this.'
        : 'Nobody can order this: no set of answers is valid.';
    case 'cannot-satisfy':
      return `“${word('group')}” asks for at least ${word('min')}, and that can never be met.`;
    case 'dead-end':
      return (
        `${params['soldOut'] ? 'With what is 86’d now: ' : ''}${picksText(picks)} → ` +
        `nothing is left in “${word('group')}”, and an answer is required.`
      );
    case 'never-offered':
      return params['choice'] === undefined
        ? `“${word('group')}” is never asked in any order that can be placed.`
        : `“${word('choice')}” is in no order that can be placed.`;
    case 'forced':
      return `Every order that can be placed has “${word('choice')}”, though “${word('group')}” looks like a choice.`;
    case 'default-breaks-limits':
      return `What is ticked beforehand in “${word('group')}” is hidden, or more than the rules allow.`;
    case 'rule-never-fires':
      return 'This rule never holds.';
    case 'rules-disagree':
      return `This rule and “${word('other')}” can hold at once and want different things; this one, or the hiding one, has its way.`;
    case 'price-below-zero':
      return picks.length === 0
        ? 'The price falls below nothing.'
        : `${picksText(picks)} → the price falls below nothing.`;
    case 'included-never-used':
      return `The first ${word('included')} are included, but nothing here costs anything, or fewer may be picked.`;
    case 'long-for-ticket':
      return `“${word('name')}” is ${word('width')} columns wide; a ticket where it prints has ${word('columns')}.`;
    case 'same-kitchen-name':
      return `Two choices print as “${word('name')}”: the cook can’t tell them apart.`;
    case 'sale-hidden':
      return 'The sale or quantity price is set aside by the price of a combination or of a choice.';
    case 'once-with-food':
      return 'This is charged once, but made for every one that is ordered.';
    case 'no-section':
      return 'This dish is in no section: guests won’t find it.';
    case 'unused-group':
      return 'This group is asked nowhere.';
    case 'unused-ingredient':
      return 'Nothing uses this ingredient.';
    case 'missing-translation':
      return `The text is missing in: ${(params['languages'] as string[] | undefined)?.join(', ') ?? ''}.`;
    case 'promise-broken':
      return `The promise “${word('name')}” is not kept: ${brokenText(params)}.`;
    case 'sold-out-required':
      return `With what is 86’d now, nothing is left in “${word('group')}”, and an answer is required.`;
  }
}

function picksText(picks: readonly Pick[]): string {
  const named = (list: readonly Pick[]): string[] =>
    list.flatMap(({ choice, units = 1, picks: inner = [] }) => [
      `${units > 1 ? `${units} × ` : ''}“${choice}”`,
      ...named(inner),
    ]);
  return picks.length === 0 ? 'With no answer before it' : named(picks).join(', ');
}

/** How the circumstances must differ from the requested ones; empty if they need not. */
export function occasionText({
  channel,
  service,
  location,
  priceList,
  guest,
  at,
  quantity,
}: DishOccasion = {}): string {
  const parts = [
    channel && (channel === 'pos' ? 'at the till' : 'online'),
    service && SERVICES[service],
    location && `at “${location}”`,
    priceList && `at the prices “${priceList}”`,
    guest !== undefined && (guest === '' ? 'for an ordinary guest' : `for “${guest}”`),
    at && `at ${at.replace('T', ' ')}`,
    quantity !== undefined && `when ${quantity} are ordered`,
  ].filter(Boolean);
  return parts.join(', ');
}

const SERVICES = { 'dine-in': 'dining in', takeaway: 'taken away', delivery: 'delivered' };

/** How a promise is not kept; `total` and `promised` are money, in minor units or as text. */
function brokenText({ problems, total, promised, readsOtherwise }: Finding['params']): string {
  if ((problems as readonly string[]).length > 0) return 'it can’t be ordered like this';
  const costs = total === promised ? '' : `it comes to ${String(total)} instead of ${String(promised)}`;
  return [costs, readsOtherwise ? 'the kitchen reads something else' : ''].filter(Boolean).join(', and ');
}

/** A finding for people and programs outside: with its sentence instead of its parameters. */
export function findingReport(finding: Finding): FindingReport {
  const { params: _, ...rest } = finding;
  return { ...rest, says: findingMessage(finding) };
}
