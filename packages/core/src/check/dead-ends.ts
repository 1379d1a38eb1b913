import { openedAnswers, canBePicked } from '../analysis/options.ts';
import { type ModelGroup, rulesBefore, rulesOf } from '../analysis/model.ts';
import type { Witness } from '../analysis/witness.ts';
import { Assignment } from '../analysis/assignment.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { isSoldOut } from '../quote/answers.ts';
import type { Pick } from '../api/line.ts';
import {
  prerequisitesOf,
  type Prerequisites,
  canBeReached,
  conditionFactor,
  groupIsVisible,
  unanswerableFactor,
  witnessThrough,
} from './prerequisites.ts';
import type { Finding } from './finding.ts';
import { type ItemCheck, replayOf } from './item-check.ts';
import type { SolverContext, SolvedItem } from './solve.ts';

export function isEverVisible(solver: SolverContext, group: ModelGroup): boolean {
  return canBeReached(solver, prerequisitesOf(solver.model, rulesOf(group.offered.ruled)), [
    groupIsVisible(solver, group),
  ]);
}

/** Whether a group is ever reached with all its prerequisites answered. */
export function isEverReached(solver: SolverContext, group: ModelGroup): boolean {
  return canBeReached(solver, beforeAnswering(solver, group), [groupIsVisible(solver, group)]);
}

export function isEverAnswerable(solver: SolverContext, group: ModelGroup): boolean {
  const { index } = group.offered;
  return canBeReached(solver, beforeAnswering(solver, group), [
    groupIsVisible(solver, group),
    ...solver.answersTo(index),
  ]);
}

/** The shortest witness after which a group is asked, with all its prerequisites answered. */
export function witnessToReach(solver: SolverContext, group: ModelGroup): Witness | undefined {
  return witnessThrough(solver, beforeAnswering(solver, group), [groupIsVisible(solver, group)]);
}

function beforeAnswering({ model }: SolverContext, group: ModelGroup): Prerequisites {
  return prerequisitesOf(model, rulesBefore(group));
}

/** Reports each dead end once: valid answers after which a group, or a variants table's last group, has none. */
export function findEnds(check: ItemCheck, solved: SolvedItem, params: Finding['params'] = {}): void {
  for (const group of solved.model.groups) findDeadEnd(check, solved, group, params);
  findUnsoldEnd(check, solved, params);
}

/** A group that some valid answer to the groups before it leaves without any valid answer of its own. */
function findDeadEnd(check: ItemCheck, solved: SolvedItem, group: ModelGroup, params: Finding['params']): void {
  const { min, limits } = group.offered;
  const isRequired = min > 0 || limits.some(({ limit }) => (limit.min ?? 0) > 0);
  const before = prerequisitesOf(solved.model, rulesBefore(group));
  if (!isRequired || before.groups.length === 0 || !isEverAnswerable(solved, group)) return;
  const stuck = unanswerableFactor(solved, group);
  if (canBeReached(solved, before, [stuck]))
    addEnd(check, solved, group, witnessThrough(solved, before, [stuck]), params);
}

/** A table's last group, where the answers to its other groups leave no combination that is sold. */
function findUnsoldEnd(check: ItemCheck, solved: SolvedItem, params: Finding['params']): void {
  const { model, sold } = solved;
  const { combined, groups, variables } = model;
  const last = groups[Math.max(...combined)];
  if (!last || combined.length < 2) return;
  const others = combined.filter((index) => index !== last.offered.index);
  const stuck = unanswerableFactor(
    solved,
    last,
    others.map((index) => variables.only(index)),
    sold,
  );
  const before = prerequisitesOf(model, rulesBefore(last), others);
  if (canBeReached(solved, before, [stuck]))
    addEnd(check, solved, last, witnessThrough(solved, before, [stuck]), params);
}

function addEnd(
  check: ItemCheck,
  { occasion }: SolvedItem,
  { offered: { id } }: ModelGroup,
  witness: Witness | undefined,
  params: Finding['params'],
): void {
  check.found.add(
    'dead-end',
    `items/${check.item.item.id}/groups/${id}`,
    { ...params, group: id },
    replayOf(check, witness, occasion),
  );
}

/** An opened group without a valid answer, with the pick that opens it. */
export interface StuckInside {
  readonly group: OfferedGroup;
  readonly opener: ModelGroup;
  readonly choice: OfferedChoice;
  readonly pick: Pick;
}

/** Opened groups without a valid answer. Rules don't refer to opened groups, so each is independent. */
export function stuckInside({ model, budget }: SolverContext): StuckInside[] {
  const assignment = new Assignment(model);
  const within = (choice: OfferedChoice, asPick: (inner: Pick[]) => Pick): Omit<StuckInside, 'opener' | 'choice'>[] =>
    choice.opens.flatMap((group) => [
      ...(openedAnswers(assignment, group, budget.spend) ? [] : [{ group, pick: asPick([]) }]),
      ...group.choices
        .filter((inner) => !isSoldOut(inner, model.circumstances.out))
        .flatMap((inner) =>
          within(inner, (picks) => asPick([{ group: group.id, choice: inner.id, ...(picks.length > 0 && { picks }) }])),
        ),
    ]);
  return model.groups.flatMap((opener) =>
    opener.offered.choices.flatMap((choice) =>
      within(choice, (picks) => ({
        group: opener.offered.id,
        choice: choice.id,
        ...(picks.length > 0 && { picks }),
      })).map((stuck) => ({ ...stuck, opener, choice })),
    ),
  );
}

/** The shortest witness that reaches an unanswerable opened group; undefined when none does. */
export function witnessInside(
  solver: SolverContext,
  { opener, choice, pick }: StuckInside,
): { picks: Pick[] } | undefined {
  const rules = [opener.offered.ruled, choice.ruled].flatMap(rulesOf);
  const canPick = conditionFactor(solver, rules, (assignment) => canBePicked(assignment, opener.offered, choice));
  const before = prerequisitesOf(solver.model, rules);
  if (!canBeReached(solver, before, [canPick])) return undefined;
  return { picks: [...(witnessThrough(solver, before, [canPick])?.picks ?? []), pick] };
}
