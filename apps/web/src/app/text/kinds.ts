import type { GroupKind } from '@hearty-ladle/core';

/** The kinds of group in an operator's words: what each is for, and what its prompt is called. */
export const KIND_WORDS: Readonly<Record<GroupKind, { name: string; what: string; promptLabel: string }>> = {
  choices: { name: 'Answers to pick', what: 'size, toppings, how well done', promptLabel: 'What the guest is asked' },
  note: { name: 'A few words', what: 'a note for the kitchen, an allergy', promptLabel: 'What the guest is asked' },
  date: { name: 'A day', what: 'when it is wanted', promptLabel: 'What the guest is asked' },
  amount: { name: 'An amount of money', what: 'a tip, a gift, an open price', promptLabel: 'What the guest is asked' },
  consent: { name: 'A consent', what: 'something the guest must agree to', promptLabel: 'What the guest agrees to' },
  notice: { name: 'A notice', what: 'words to read; nothing is asked', promptLabel: 'What the guest reads' },
};
export const KINDS_IN_ORDER: readonly GroupKind[] = ['choices', 'note', 'date', 'amount', 'consent', 'notice'];
