import type { Effect, Id, Item, Menu, Rule } from '../menu/document.ts';
import type { Attachment, Choice, ChoicesGroup, Group, Use } from '../menu/group-schema.ts';
import { attachedLimits, type Offer } from '../menu/offered.ts';
import { textIn } from '../menu/text.ts';
import type { CacheDependencies, OfferedChoice, OfferedGroup, Route, Ruled, UsedIngredient } from './compiled.ts';

/** What compiling a group needs from its menu. */
export interface GroupCompiler {
  readonly menu: Menu;
  readonly items: ReadonlyMap<Id, Item>;
  readonly groups: ReadonlyMap<Id, Group>;
  readonly firstLocale: string;
  readonly stationIndex: ReadonlyMap<Id, number>;
  readonly allergensOf: (uses: readonly UsedIngredient[]) => readonly string[];
  readonly usesOf: (uses: readonly Use[] | undefined) => UsedIngredient[];
}

/** What the rules of one item do to its groups and choices, by path. */
interface RuleEffects {
  readonly ruled: (path: string) => Ruled;
  readonly routes: (path: string) => Route[];
  readonly limits: (group: Id) => OfferedGroup['limits'];
  readonly setBy: (path: string) => OfferedChoice['setBy'];
}

/** The groups that an item offers, in order. */
export function compileGroups(
  compiler: GroupCompiler,
  offers: readonly Offer[],
  item: Item,
  rules: readonly Rule[],
  groupIndex: ReadonlyMap<Id, number>,
): OfferedGroup[] {
  const effects = effectsOf(compiler, rules);
  return offers.map(({ group, attachment }, index) =>
    compileGroup(compiler, group, attachment, {
      index,
      by: item.variants?.by.includes(group.id) ?? false,
      effects,
      groupAt: (id) => groupIndex.get(id),
      within: [],
    }),
  );
}

/**
 * The groups that a choice opens; rules, differences and variants don't apply to them. `within`: the groups around it. A
 * group that would open itself again is left out: such a menu is not valid, but may be shown while it is edited.
 */
function openedGroups(
  compiler: GroupCompiler,
  choice: Choice,
  groupAt: GroupAt,
  within: readonly Id[],
): OfferedGroup[] {
  return (choice.opens ?? []).flatMap((id) => {
    const group = compiler.groups.get(id);
    if (!group || within.includes(id)) return [];
    const context = { index: -1, by: false, effects: NO_EFFECTS, groupAt, within };
    return [compileGroup(compiler, group, { group: id }, context)];
  });
}

type GroupAt = (id: Id) => number | undefined;
interface GroupContext {
  readonly index: number;
  readonly by: boolean;
  readonly effects: RuleEffects;
  readonly groupAt: GroupAt;
  /** The groups whose choices opened this one, outermost first. */
  readonly within: readonly Id[];
}

function compileGroup(
  compiler: GroupCompiler,
  group: Group,
  attachment: Attachment,
  context: GroupContext,
): OfferedGroup {
  const { index, by, effects } = context;
  const choices = group.kind === 'choices' ? compileChoices(compiler, group, attachment, context) : [];
  const [ruled, routes, ruleLimits] = [effects.ruled(group.id), effects.routes(group.id), effects.limits(group.id)];
  const amounts = new Map((group.kind === 'choices' ? (group.amounts ?? []) : []).map((amount) => [amount.id, amount]));
  const limits = group.kind === 'choices' ? attachedLimits(group, attachment) : { min: 0, max: null, included: 0 };
  return {
    index,
    id: group.id,
    group,
    heading: attachment.heading,
    ...limits,
    includedFirst: (group.kind === 'choices' ? group.includedFirst : undefined) ?? 'picked',
    printsChanges: group.kind === 'choices' && group.print === 'changes',
    choices,
    choiceIndex: new Map(choices.map((choice, at) => [choice.id, at])),
    amounts,
    priceList: attachment.priceList,
    by,
    setsBase: choices.some((choice) => choice.setsBase),
    opens: choices.some((choice) => choice.opens.length > 0),
    cacheDependencies:
      by || index < 0 || choices.length === 0
        ? undefined
        : cacheDependenciesOf(
            ruled,
            choices,
            amounts.size,
            [...ruleLimits, ...routes].map(({ rule }) => rule),
          ),
    ruled,
    limits: ruleLimits,
    routes,
  };
}

function cacheDependenciesOf(
  ruled: Ruled,
  choices: readonly OfferedChoice[],
  amounts: number,
  onGroup: readonly number[],
): CacheDependencies | undefined {
  // A percentage depends on the base price, and opened groups have answers of their own, so neither is cached.
  if (choices.some(({ price, opens }) => opens.length > 0 || (price && 'percent' in price))) return undefined;
  const acceptance = unique(
    [ruled, ...choices.map((choice) => choice.ruled)].flatMap(({ show, hide }) => [...show, ...hide]),
  );
  const others = unique([
    ...onGroup,
    ...choices.flatMap(({ setBy, routes }) => [...setBy, ...routes].map(({ rule }) => rule)),
  ]);
  const pricedBy = unique(choices.flatMap(({ byGroup }) => byGroup ?? []));
  const mostUnits = Math.max(...choices.map(({ max }) => max));
  return { acceptance, effects: others, pricedBy, mostUnits, radix: (amounts + 1) * mostUnits * choices.length + 1 };
}

function unique(numbers: readonly number[]): number[] {
  return [...new Set(numbers)];
}

function compileChoices(
  compiler: GroupCompiler,
  group: ChoicesGroup,
  attachment: Attachment,
  context: GroupContext,
): OfferedChoice[] {
  const offered = (group.choices ?? []).filter(({ id }) => !attachment.only || attachment.only.includes(id));
  return offered.map((choice, index) => compileChoice(compiler, group, choice, index, attachment, context));
}

function compileChoice(
  compiler: GroupCompiler,
  group: ChoicesGroup,
  choice: Choice,
  index: number,
  attachment: Attachment,
  context: GroupContext,
): OfferedChoice {
  const { effects, groupAt, within } = context;
  const path = `${group.id}/${choice.id}`;
  const { price } = choice;
  const itself = choice.item === undefined ? undefined : compiler.items.get(choice.item);
  const uses = [...compiler.usesOf(choice.uses), ...compiler.usesOf(itself?.uses)];
  return {
    index,
    id: choice.id,
    choice,
    max: choice.max ?? 1,
    preselected: (attachment.defaults ? own(attachment.defaults, choice.id) : choice.default) ?? 0,
    charge: (price && 'charge' in price ? price.charge : undefined) ?? 'each',
    price,
    setsBase: price !== undefined && ('base' in price || 'times' in price),
    attachedPrice: attachment.prices && own(attachment.prices, choice.id),
    setBy: effects.setBy(path),
    byGroup: price && 'add' in price && price.by ? groupAt(price.by.group) : undefined,
    ruled: effects.ruled(path),
    routes: effects.routes(path),
    station: choice.station === undefined ? undefined : compiler.stationIndex.get(choice.station),
    ticketName: choice.kitchenName ?? textIn(choice.name, compiler.firstLocale, compiler.firstLocale),
    calories: choice.calories ?? itself?.calories ?? 0,
    uses,
    allergens: [...(choice.allergens ?? []), ...(itself?.allergens ?? []), ...compiler.allergensOf(uses)],
    path,
    opens: openedGroups(compiler, choice, groupAt, [...within, group.id]),
  };
}

function own<V>(map: Record<string, V>, id: Id): V | undefined {
  return Object.hasOwn(map, id) ? map[id] : undefined;
}

const NOTHING_RULED: Ruled = { show: [], hide: [] };
const NO_EFFECTS: RuleEffects = { ruled: () => NOTHING_RULED, routes: () => [], limits: () => [], setBy: () => [] };

function effectsOf(compiler: GroupCompiler, rules: readonly Rule[]): RuleEffects {
  const all = rules.flatMap((rule, at) => rule.then.map((effect) => ({ at, effect })));
  if (all.length === 0) return NO_EFFECTS;
  const rulesWhere = (holds: (effect: Effect) => boolean) =>
    all.filter(({ effect }) => holds(effect)).map(({ at }) => at);
  return {
    ruled: (path) => ({
      show: rulesWhere((effect) => 'show' in effect && effect.show === path),
      hide: rulesWhere((effect) => 'hide' in effect && effect.hide === path),
    }),
    routes: (path) =>
      all.flatMap(({ at, effect }) => {
        const station =
          'route' in effect && effect.route.what === path ? compiler.stationIndex.get(effect.route.station) : undefined;
        return station === undefined ? [] : [{ rule: at, station }];
      }),
    limits: (group) =>
      all.flatMap(({ at, effect }) =>
        'limit' in effect && effect.limit.group === group ? [{ rule: at, limit: effect.limit }] : [],
      ),
    setBy: (path) =>
      all.flatMap(({ at, effect }) =>
        'setChoice' in effect && effect.setChoice.choice === path ? [{ rule: at, add: effect.setChoice.add }] : [],
      ),
  };
}
