import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { offeredOn, type Item, type Line, pinned, type Replay } from '@hearty-ladle/core';
import { of, startWith, switchMap } from 'rxjs';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { clock } from '../../../clock.ts';
import { answersBack } from '../../../text/read-back.ts';
import { Faces } from '../../../ui/faces.ts';
import { GroupSheet } from '../../../ui/group-sheet.ts';
import { DifferenceSheet } from '../components/difference-sheet.ts';
import { ItemList } from '../components/item-list.ts';
import { ItemSheet } from '../components/item-sheet.ts';
import { NgTemplateOutlet } from '@angular/common';
import { ButtonDirective } from 'primeng/button';
import { Tab, TabList, TabPanel, TabPanels, Tabs } from 'primeng/tabs';
import { Tag } from 'primeng/tag';

/** Sections and dishes on the left, the dish or one of its groups in the middle, its three faces on the right. */
@Component({
  selector: 'hl-menu-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    DifferenceSheet,
    Faces,
    GroupSheet,
    ItemList,
    ItemSheet,
    NgTemplateOutlet,
    Tab,
    TabList,
    TabPanel,
    TabPanels,
    Tabs,
    Tag,
  ],
  templateUrl: './menu-page.html',
  styleUrl: './menu-page.css',
})
export class MenuPage {
  readonly item = input<string>();
  readonly group = input<string>();
  /** Picks and circumstances of a finding to show in the faces, as JSON in the URL. */
  readonly replay = input<string>();
  /** The build to show in the faces instead: the cheapest or the dearest. */
  readonly build = input<string>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);
  readonly #router = inject(Router);
  readonly #finder = inject(AnalysisFinder);
  readonly #injector = inject(Injector);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected readonly compiled = this.#view.compiled;
  protected readonly current = computed(() => this.#view.menu()?.items.find(({ id }) => id === this.item()));
  protected readonly openGroup = computed(() => this.#view.menu()?.groups.find(({ id }) => id === this.group()));
  protected readonly side = linkedSignal<string | undefined, 'shared' | 'here'>({
    source: this.group,
    computation: () => 'shared',
  });
  readonly #extremeQuery = computed(() => {
    const [menu, item, build] = [this.#view.menu(), this.item(), this.build()];
    return menu && item !== undefined && build !== undefined ? { menu, item } : undefined;
  });
  readonly #extremes = toSignal(
    toObservable(this.#extremeQuery).pipe(
      switchMap((query) =>
        query
          ? this.#finder.find('extreme-builds', query.menu, { item: query.item }).pipe(startWith(undefined))
          : of(undefined),
      ),
    ),
  );
  protected readonly replayed = computed(() => {
    const build = this.build();
    if (build === undefined) return replayFrom(this.replay());
    return build === 'dearest' ? this.#extremes()?.dearest : this.#extremes()?.cheapest;
  });

  protected readonly others = computed(() => {
    const menu = this.#view.menu();
    const dishes = menu ? (offeredOn(menu).get(this.group() ?? '') ?? []) : [];
    return dishes.filter((id) => id !== this.item());
  });
  /** The other dishes that use the open group, by name. */
  protected readonly usedWords = computed(() => {
    const names = this.others()
      .slice(0, 5)
      .map((id) => this.#name(id));
    if (names.length === 0) return 'Used on this dish only.';
    const more = this.others().length - names.length;
    return `A shared group: what you change here changes on ${names.join(', ')}${more > 0 ? ` and ${more} more` : ''} too.`;
  });
  protected readonly differs = computed(
    () => Object.keys(this.current()?.groups?.find((it) => it.group === this.group()) ?? {}).length > 1,
  );

  protected go(item?: string, group?: string): void {
    void this.#router.navigate([
      '/menu',
      ...(item === undefined ? [] : [item]),
      ...(group === undefined ? [] : [group]),
    ]);
  }

  protected add(item: Item): void {
    this.#editor.put('items', item, `Added the dish “${this.language.read(item.name)}”`);
    this.go(item.id);
  }

  /** Keeps the build that is shown as a promise, named after what was picked. */
  protected pin(line: Line): void {
    const [workbook, menu, compiled] = [this.#view.menu(), this.compiled(), this.compiled()?.item(line.item)];
    if (!workbook || !menu || !compiled) return;
    const picked = answersBack(menu, compiled, line, menu.firstLocale).summary;
    const name = [this.#name(line.item), picked].filter(Boolean).join(': ').slice(0, 200);
    // What was promised stands far down on the sheet.
    afterNextRender(
      () => this.#host.nativeElement.querySelector('hl-promise-list')?.scrollIntoView({ block: 'center' }),
      { injector: this.#injector },
    );
    this.#editor.put('promises', pinned(workbook, name, line, clock), `Promised a price of “${this.#name(line.item)}”`);
  }

  #name(id: string): string {
    const item = this.#view.menu()?.items.find((it) => it.id === id);
    return item ? this.language.read(item.name) : id;
  }
}

function replayFrom(text: string | undefined): Replay | undefined {
  try {
    const { picks, occasion, given } = (JSON.parse(text ?? 'null') ?? {}) as Partial<Replay>;
    return Array.isArray(picks)
      ? { picks: picks as Replay['picks'], occasion: occasion ?? {}, given: given ?? {} }
      : undefined;
  } catch {
    return undefined;
  }
}
