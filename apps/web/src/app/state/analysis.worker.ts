/// <reference lib="webworker" />
import {
  allergenSheet,
  decidedCells,
  extremeBuilds,
  fallout,
  madeWithout,
  marginsOf,
  ruleDishCounts,
  ruleImpact,
} from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { AnalysisQuestion } from './analysis-question.ts';

addEventListener('message', ({ data }: MessageEvent<AnalysisQuestion>) => {
  postMessage(answerTo(data));
});

function answerTo(question: AnalysisQuestion) {
  switch (question.kind) {
    case 'rule-impact':
      return ruleImpact(question.menu, question.rule, clock);
    case 'rule-counts':
      return ruleDishCounts(question.menu, clock);
    case 'decided-cells':
      return decidedCells(question.menu, question.place, clock);
    case 'extreme-builds':
      return extremeBuilds(question.menu, question.item, {}, clock);
    case 'fallout':
      return fallout(question.menu, question.context, question.before, question.after, clock);
    case 'margins':
      return question.menu.items.flatMap(({ id }) => marginsOf(question.menu, id, {}, clock) ?? []);
    case 'allergen-sheet':
      return allergenSheet(question.menu, { location: question.location }, clock);
    case 'made-without':
      return question.menu.items.flatMap(
        ({ id }) => madeWithout(question.menu, id, question.avoid, question.context, clock) ?? [],
      );
  }
}
