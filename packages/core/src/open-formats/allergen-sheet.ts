import { type Analysis, analyzeItem } from '../analysis/analyze.ts';
import type { Context } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { isSoldAt } from '../edits/sold-where.ts';
import type { Id, Menu } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';
import { broughtOf, choiceStatement, dishStatement } from '../nutrition/statements.ts';
import type { Clock } from '../quote/calendar.ts';

/** What a dish contains over all its valid builds. Allergens as the menu writes them, sorted. */
export interface AllergenRow {
  readonly item: Id;
  /** In the menu's first language. */
  readonly name: string;
  /** What it has whatever is chosen, and what is not proved to be avoidable within the budget. */
  readonly always: readonly string[];
  /** What choosing may bring, and which choices bring it: `group/choice`, in the order of the dish. */
  readonly mayBring: readonly { readonly allergen: string; readonly choices: readonly string[] }[];
  /** What some valid build is without, so that choosing avoids it. */
  readonly avoidable: readonly string[];
  /** Parts that say nothing, or not everything, about their allergens: `items/ID` for the dish itself, else `group/choice`. */
  readonly unstated: readonly string[];
}

/** The allergen sheet of a location. */
export interface AllergenSheet {
  readonly menu: string;
  readonly location: Id | null;
  /** Local time: `YYYY-MM-DDTHH:MM`. */
  readonly at: string;
  readonly rows: readonly AllergenRow[];
}

/** Where and when a sheet holds. */
export interface SheetAt {
  readonly location?: Id | undefined;
  readonly at?: string | undefined;
}

/** Steps for one question about one dish. */
const STEPS = 200_000;

/**
 * The allergens of every dish that is sold at a location (service contract, section 6), by what the dish, its choices and
 * what they use state. A choice counts only if a valid build can have it. `at` is the clock's time if absent.
 */
export function allergenSheet(menu: Menu, { location, at }: SheetAt, clock: Clock): AllergenSheet {
  const compiled = compileMenu(menu);
  const time = at ?? clock(menu.locations?.find(({ id }) => id === location)?.timeZone);
  const context: Context = { at: time, ...(location !== undefined && { location }) };
  const rows = menu.items
    .filter((item) => location === undefined || isSoldAt(item, { list: 'locations', id: location }))
    .flatMap(({ id }) => {
      const item = compiled.item(id);
      return item ? [rowOf(compiled, item, context, clock)] : [];
    });
  return { menu: menu.name, location: location ?? null, at: time, rows };
}

function rowOf(menu: CompiledMenu, item: CompiledItem, context: Context, clock: Clock): AllergenRow {
  const { id, name } = item.item;
  const own = dishStatement(menu, item);
  const offered = choicesWithin(item.groups);
  const builds = (without: readonly OfferedChoice[]) =>
    buildsOf(menu.menu, id, { ...context, out: { choices: without.map(({ path }) => path) } }, clock);
  const all = builds([]);
  const isPossible = (choice: OfferedChoice) => {
    const without = builds([choice]);
    return !all?.exact || !without?.exact || without.builds !== all.builds;
  };
  const bringing = offered.filter((choice) => choice.allergens.length > 0 && isPossible(choice));
  const brought = sorted(bringing.flatMap(({ allergens }) => allergens));
  const avoidable = brought.filter((allergen) => {
    // What another law names for the same, or for a part of it, has to be avoided too.
    const isBrought = ({ allergens }: { readonly allergens: readonly string[] }) =>
      broughtOf(allergens, [allergen]).length > 0;
    if (isBrought(own)) return false;
    const left = builds(offered.filter(isBrought));
    return left?.exact === true && left.builds !== '0';
  });
  const isAlways = (allergen: string) => {
    const exactly = offered.filter(({ allergens }) => allergens.includes(allergen));
    const left = builds(exactly);
    return !left?.exact || left.builds === '0';
  };
  return {
    item: id,
    name: textIn(name, menu.firstLocale, menu.firstLocale),
    always: sorted([...own.allergens, ...brought.filter((one) => !avoidable.includes(one) && isAlways(one))]),
    mayBring: brought.map((allergen) => ({
      allergen,
      choices: bringing.filter(({ allergens }) => allergens.includes(allergen)).map(({ path }) => path),
    })),
    avoidable,
    unstated: [
      ...(own.isComplete ? [] : [`items/${id}`]),
      ...offered.filter((choice) => !choiceStatement(menu, choice).isComplete).map(({ path }) => path),
    ],
  };
}

function buildsOf(menu: Menu, id: Id, context: Context, clock: Clock): Analysis | undefined {
  return analyzeItem(menu, id, context, clock, { steps: STEPS });
}

/** Every choice of a dish, those of opened groups after what opens them; each once. */
function choicesWithin(groups: readonly OfferedGroup[]): readonly OfferedChoice[] {
  const all = groups.flatMap(({ choices }) => choices.flatMap((choice) => [choice, ...choicesWithin(choice.opens)]));
  return [...new Map(all.map((choice) => [choice.path, choice])).values()];
}

function sorted(allergens: readonly string[]): string[] {
  return [...new Set(allergens)].sort();
}
