import type { GroupKind } from '@hearty-ladle/core';

/** The kinds of group in an operator's words: what each is for, and what its prompt is called. */
export const KIND_WORDS: Readonly<Record<GroupKind, { name: string; what: string; promptLabel: string }>> = {
  choices: { name: 'Choices', what: 'size, toppings, how well done', promptLabel: 'Prompt for guests' },
  note: { name: 'Note', what: 'a note for the kitchen, an allergy', promptLabel: 'Prompt for guests' },
  date: { name: 'Date', what: 'when it is wanted', promptLabel: 'Prompt for guests' },
  amount: { name: 'Amount', what: 'a tip, a gift, an open price', promptLabel: 'Prompt for guests' },
  consent: { name: 'Consent', what: 'something the guest must agree to', promptLabel: 'What guests agree to' },
  notice: { name: 'Notice', what: 'text to read; nothing is asked', promptLabel: 'Text for guests' },
};
export const KINDS_IN_ORDER: readonly GroupKind[] = ['choices', 'note', 'date', 'amount', 'consent', 'notice'];
