import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  type CrossCell,
  type CrossPlace,
  type CrossStroke,
  crossTable,
  type DecidedCell,
  otherRulesAbout,
  setCrossCells,
  type Text,
  writeRule,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { debounceTime, of, startWith, switchMap } from 'rxjs';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { CrossGrid, keyOf } from '../components/cross-grid.ts';
import { crossGroups, fixedOptions, groupsAskedWith } from './cross-options.ts';

const PROOF_PAUSE_MS = 300;

/** Two groups, one against the other: which choices go together, on one dish or on all. */
@Component({
  selector: 'hl-cross-table-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, CrossGrid, RouterLink, SelectField],
  templateUrl: './cross-table-page.html',
  styleUrl: './cross-table-page.css',
})
export class CrossTablePage {
  readonly rows = input<string>();
  readonly columns = input<string>();
  readonly item = input<string>();
  /** What is fixed in a third group: `group/choice`. */
  readonly fixed = input<string>();
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly read = (text: Text) => this.#language.read(text);
  readonly #router = inject(Router);
  readonly #finder = inject(AnalysisFinder);

  readonly #groups = computed(() => {
    const menu = this.view.menu();
    return menu ? crossGroups(menu) : [];
  });
  protected readonly rowOptions = computed(() => this.#groups().map(({ id, name }) => ({ value: id, label: name })));
  protected readonly columnOptions = computed(() => {
    const menu = this.view.menu();
    const rows = this.rows();
    const found = menu && rows !== undefined ? groupsAskedWith(menu, rows) : this.#groups();
    return found.map(({ id, name }) => ({ value: id, label: name }));
  });
  protected readonly dishOptions = computed(() => {
    const menu = this.view.menu();
    const { item: _, ...everywhere } = this.place() ?? { rows: '', columns: '' };
    const ids = menu ? crossTable(menu, everywhere).dishes : [];
    return [
      {
        value: '',
        label: ids.length === 1 ? 'Wherever both are asked: 1 dish' : `Wherever both are asked: ${ids.length} dishes`,
      },
      ...ids.map((id) => ({ value: id, label: this.#dishName(id) })),
    ];
  });
  protected readonly fixedOptions = computed(() => {
    const menu = this.view.menu();
    const place = this.place();
    return menu && place ? fixedOptions(menu, place, this.read) : [];
  });

  protected readonly place = computed(
    (): CrossPlace | undefined => {
      const menu = this.view.menu();
      const [rows, columns, item] = [this.rows(), this.columns(), this.item()];
      if (!menu || rows === undefined || columns === undefined || rows === columns) return undefined;
      const place: CrossPlace = { rows, columns, ...(item !== undefined && { item }) };
      // Variants of three groups always have one of them fixed.
      const isFree = fixedOptions(menu, place, this.read).some(({ value }) => value === '');
      const path = this.fixed() ?? (isFree ? undefined : fixedOptions(menu, place, this.read)[0]?.value);
      const [group, choice] = path?.split('/') ?? [];
      return group === undefined || choice === undefined ? place : { ...place, fixed: { group, choice } };
    },
    { equal: (one, other) => JSON.stringify(one) === JSON.stringify(other) },
  );
  protected readonly fixedNow = computed(() => {
    const fixed = this.place()?.fixed;
    return fixed ? `${fixed.group}/${fixed.choice}` : '';
  });
  protected readonly table = computed(() => {
    const menu = this.view.menu();
    const place = this.place();
    if (!menu || !place) return undefined;
    const table = { ...crossTable(menu, place), place };
    return table.rows.length > 0 && table.columns.length > 0 && table.dishes.length > 0 ? table : undefined;
  });
  protected readonly titles = computed(() => {
    const name = (id: string | undefined) => this.#groups().find((group) => group.id === id)?.name ?? '';
    return { rows: name(this.rows()), columns: name(this.columns()) };
  });
  /** What a square that is not filled means. */
  protected readonly meaning = computed(() => {
    const table = this.table();
    if (!table) return '';
    if (table.by === 'variants') return 'These are the variants of this dish: what is not filled is not sold.';
    const { rows, columns } = this.titles();
    const [first, second] = table.decides === 'rows' ? [rows, columns] : [columns, rows];
    return `The answer to “${first}” decides what “${second}” offers. What is not filled is not offered then.`;
  });

  readonly #query = computed(() => {
    const menu = this.view.menu();
    const place = this.place();
    return menu && place && this.table() ? { menu, place } : undefined;
  });
  /** What else decides a cell; undefined while it is computed. */
  readonly #proved = toSignal(
    toObservable(this.#query).pipe(
      switchMap((query) =>
        query
          ? of(query).pipe(
              debounceTime(PROOF_PAUSE_MS),
              switchMap(({ menu, place }) => this.#finder.find('decided-cells', menu, { place })),
              startWith(undefined),
            )
          : of(undefined),
      ),
    ),
  );
  /** The last answer, so that hatches don't blink while it is computed again for the same table. */
  readonly #decided = linkedSignal({
    source: computed(() => ({ proved: this.#proved(), place: this.place() })),
    computation: ({ proved, place }, before?: { value: Proved }): Proved =>
      proved ? { cells: proved, place } : before?.value.place === place ? (before?.value ?? NONE) : NONE,
  });
  protected readonly decided = computed(
    () =>
      new Map(
        this.#decided()
          .cells.filter(({ dishes }) => dishes.length === this.table()?.dishes.length)
          .map((cell) => [keyOf(cell.row, cell.column), cell]),
      ),
  );

  protected readonly here = linkedSignal<CrossPlace | undefined, CrossCell | undefined>({
    source: this.place,
    computation: () => undefined,
  });
  /** What is said about the cell that has the focus, and the rules that speak of it. */
  protected readonly about = computed(() => {
    const [menu, place, table, cell] = [this.view.menu(), this.place(), this.table(), this.here()];
    if (!menu || !place || !table || !cell) return undefined;
    const found = this.#decided().cells.find(({ row, column }) => row === cell.row && column === cell.column);
    const ids = new Set([
      ...(found?.rules ?? []),
      ...otherRulesAbout(menu, place, table.decides, cell.row, cell.column).map(({ id }) => id),
    ]);
    return {
      says: this.#verdict(cell, found?.dishes ?? [], found?.rules.length ?? 0),
      rules: (menu.rules ?? [])
        .filter(({ id }) => ids.has(id))
        .map((rule) => ({ id: rule.id, text: writeRule(menu, rule) })),
    };
  });

  protected choose(field: 'rows' | 'columns' | 'item' | 'fixed', value: string): void {
    const queryParams: Record<string, string | null> = { [field]: value === '' ? null : value };
    // What was chosen for other groups need not exist for these.
    if (field !== 'fixed') queryParams['fixed'] = null;
    if (field === 'rows' || field === 'columns') queryParams['item'] = null;
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected turn(): void {
    const queryParams = { rows: this.columns() ?? null, columns: this.rows() ?? null };
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected draw(strokes: readonly CrossStroke[]): void {
    const menu = this.view.menu();
    const place = this.place();
    if (!menu || !place) return;
    const { rows, columns } = this.titles();
    this.#editor.change(`Changed what goes together: ${rows} and ${columns}`, setCrossCells(menu, place, strokes));
  }

  #verdict({ row, column }: CrossCell, dishes: readonly string[], rules: number): string {
    const menu = this.view.menu();
    const table = this.table();
    if (!menu || !table) return '';
    const name = (side: 'rows' | 'columns', id: string) => {
      return this.read(table[side].find((choice) => choice.id === id)?.name ?? id);
    };
    const pair = `${name('rows', row)} with ${name('columns', column)}`;
    const isEverywhere = dishes.length === table.dishes.length;
    const where = isEverywhere ? '' : ` on ${dishes.map((id) => this.#dishName(id)).join(', ')}`;
    if (dishes.length > 0)
      return rules > 0
        ? `${pair}: decided${where} by other rules, whatever stands here.`
        : `${pair}: can’t be ordered together${where} anyway: it is not offered there, not sold, or over the limits.`;
    return `${pair}: ${table.goesWith(row, column) ? 'goes together' : 'does not go together'}.`;
  }

  #dishName(id: string): string {
    const menu = this.view.menu();
    return this.read(menu?.items.find((item) => item.id === id)?.name ?? id);
  }
}

interface Proved {
  readonly cells: readonly DecidedCell[];
  readonly place: CrossPlace | undefined;
}

const NONE: Proved = { cells: [], place: undefined };
