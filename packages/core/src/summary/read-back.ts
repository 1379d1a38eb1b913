import type { Answers } from '../api/line.ts';
import type { CompiledItem, CompiledMenu } from '../compile/compiled.ts';
import { type Summary, summaryOf } from './summary.ts';
import { type AnswerFormats, type WrittenAnswer, writtenAnswers } from './written-answers.ts';

/** What a guest, a till or an operator is told of the answers of a dish. */
export interface ReadBack {
  /** The picks in one sentence. */
  readonly summary: string;
  /** What was written, named or agreed to and does not stand in the sentence; loud notes always. */
  readonly written: readonly WrittenAnswer[];
}

/** Reads the answers of a dish, or of the order itself, back. `template`: the dish's summary line, if it has one. */
export function readBack(
  menu: CompiledMenu,
  item: CompiledItem,
  answers: Answers,
  locale: string,
  formats: AnswerFormats,
  template?: string,
): ReadBack {
  const written = writtenAnswers(menu, item, answers, locale, formats);
  const { text, mentioned }: Summary = summaryOf(menu, item, answers, locale, template, written);
  return { summary: text, written: written.filter(({ group, isLoud }) => isLoud || !mentioned.has(group)) };
}
