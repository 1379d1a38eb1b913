export {
  chosenDishes,
  copyQuestions,
  exceptFrom,
  type AttachAs,
  attachGroups,
  type AttachRequest,
  attachEdits,
  takeOwnCopy,
  moveGroup,
  withAttachRule,
} from './attach-groups.ts';
export {
  addOf,
  type Difference,
  differencesOf,
  withChoiceOffered,
  withDefault,
  withLimits,
  withoutDifference,
  withPrice,
} from './differences.ts';
export type { ReferenceRole, Target } from './references.ts';
export { removeEverywhere, type Removal } from './remove-everywhere.ts';
export { type UsePlace, usesOf } from './where-used.ts';
export {
  type AskedQuestion,
  type FirstAnswers,
  firstAnswersOf,
  houseEdits,
  type PricedDish,
  questionEdits,
  sectionEdits,
  typedDishes,
} from './first-steps.ts';
export { offeredOn } from './offered-on.ts';
export { onlyHere } from './only-here.ts';
export { isHiddenChoice, hideChoices } from './hide-choices.ts';
export { newRuleId, pathsIn, rulesAbout, switchRuleOff, switchRuleOn } from './rule-switch.ts';
export { withStandIns } from './stand-ins.ts';
export * from './bring-in.ts';
export { isListed, isSoldAt, type SellingPlace, soldAtEdits } from './sold-where.ts';
export * from './translate.ts';
