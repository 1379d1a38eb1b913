import type { Fault } from '../menu/fault.ts';

/** A fault as one sentence for a restaurant operator; the same in the program, the server's answers and the pages. */
export function faultMessage({ code, params }: Fault): string {
  const word = (name: string) => String(params[name]);
  const words = (name: string) => (params[name] as unknown[]).map((it) => `“${String(it)}”`).join(', ');
  switch (code) {
    case 'wrong-type':
      return `This must be ${TYPES[word('want')] ?? word('want')}.`;
    case 'unknown-field':
      return `There is no field “${word('field')}” here.`;
    case 'missing-field':
      return `“${word('field')}” is missing.`;
    case 'out-of-range':
      return `This must be ${COMPARISONS[word('comparison')] ?? ''} ${word('limit')}.`;
    case 'not-one-of':
      return `This must be one of ${words('allowed')}.`;
    case 'bad-format':
      return FORMATS[word('format')] ?? 'This is not written in the form that is expected here.';
    case 'too-short':
      return `At least ${word('need')} is needed here.`;
    case 'too-long':
      return `At most ${word('limit')} ${word('unit')} are taken here.`;
    case 'bad-text':
      return 'This text holds a character that can’t be stored: half of a surrogate pair, or U+0000.';
    case 'needs-one-of':
      return `One of ${words('fields')} is needed here.`;
    case 'bad-key':
      return `“${word('key')}” can’t be an id: use a-z, 0-9, “-”, “_” and “.”, beginning with a letter or digit.`;
    case 'too-deep':
      return `This is nested too deeply: more than ${word('deepest')} levels of lists and objects.`;
    case 'decimals':
      return 'A quantity has at most three decimals.';
    case 'id-twice':
      return `The id “${word('id')}” is used twice.`;
    case 'attached-twice':
      return `The group “${word('id')}” is attached here twice.`;
    case 'opened-twice':
      return `The group “${word('id')}” is opened twice by this choice.`;
    case 'unknown-reference':
      return sayReference(params);
    case 'no-first-price-list':
      return `The price for the first price list, “${word('list')}”, is missing.`;
    case 'no-first-language':
      return `The text in the first language, “${word('language')}”, is missing.`;
    case 'unknown-language':
      return `The menu does not list the language “${word('language')}”.`;
    case 'min-above-max':
      return `The least, ${word('min')}, is above the most, ${word('max')}.`;
    case 'default-above-max':
      return `${word('default')} are preselected, but at most ${word('max')} of this one may be picked.`;
    case 'defaults-above-max':
      return `Together ${word('sum')} are preselected, but at most ${word('max')} may be picked.`;
    case 'sale-ends-before':
      return `The sale ends on ${word('until')}, before it begins on ${word('from')}.`;
    case 'ends-before':
      return `It ends at ${word('until')}, which is not after its beginning at ${word('from')}.`;
    case 'counted-twice':
      return 'This is counted twice at one place.';
    case 'opens-circle':
      return 'This group opens itself again through its choices.';
    case 'opens-too-deep':
      return `Questions open one another more than ${word('deepest')} deep.`;
    case 'opens-kind':
      return `A choice can’t open “${word('group')}”: a date or a named amount is asked with the dish itself.`;
    case 'base-many':
      return 'A choice that sets or multiplies the price can be picked only once.';
    case 'base-opened':
      return 'A choice that sets or multiplies the price can’t stand in a group that another choice opens.';
    case 'base-included':
      return `“${word('choice')}” sets or multiplies the price, so none of “${word('group')}” can be included.`;
    case 'base-in-order':
      return `“${word('choice')}” sets or multiplies a dish’s price; a question about the whole order has no dish.`;
    case 'discount-included':
      return `Some of “${word('group')}” are included, so none of its choices may take money off.`;
    case 'by-not-pick-one':
      return `“${word('group')}” must be asked on this dish, with exactly one answer, to make variants of it.`;
    case 'cell-incomplete':
      return `This combination has no answer for ${words('groups')}.`;
    case 'cell-twice':
      return 'This combination is in the table twice.';
    case 'cell-extra':
      return `“${word('group')}” is not one of the groups this table is made of.`;
    case 'rules-circle':
      return 'This rule decides, by way of others or at once, over the very answers that it looks at.';
  }
}

const KIND_WORDS: Readonly<Record<string, string>> = {
  priceLists: 'price list',
  locations: 'location',
  dayparts: 'daypart',
  stations: 'station',
  ingredients: 'ingredient',
  sections: 'section',
  guests: 'kind of guest',
  groups: 'group',
  items: 'item',
  rules: 'rule',
  choices: 'choice',
};

function sayReference(params: Fault['params']): string {
  const kind = KIND_WORDS[String(params['kind'])] ?? 'thing';
  const where = params['group'] === undefined ? '' : ` in “${String(params['group'])}”`;
  return `There is no ${kind} “${String(params['id'])}”${where} here.`;
}

const TYPES: Readonly<Record<string, string>> = {
  integer: 'a whole number',
  number: 'a number',
  string: 'text',
  boolean: 'yes or no (true or false)',
  array: 'a list',
  object: 'an object with named fields',
};

const COMPARISONS: Readonly<Record<string, string>> = {
  '>=': 'at least',
  '<=': 'at most',
  '>': 'more than',
  '<': 'less than',
};

const FORMATS: Readonly<Record<string, string>> = {
  date: 'This must be a date of the calendar, as YYYY-MM-DD.',
  'local-minute': 'This must be a local date and time, as YYYY-MM-DDTHH:MM.',
  currency: 'This must be the code of a currency (ISO 4217), such as EUR.',
  'language-tag': 'This must be a language tag (BCP 47), such as en or es-US.',
  id: 'An id is made of a-z, 0-9, “-”, “_” and “.”, begins with a letter or digit and has at most 64 characters.',
  'choice-path': 'This must name a choice as group/choice.',
  'thing-path': 'This must name a group, or a choice as group/choice.',
  'time-of-day': 'This must be a time of day, as HH:MM, from 00:00 to 23:59.',
  'time-zone': 'This must be the name of a time zone, such as Europe/Berlin.',
};
