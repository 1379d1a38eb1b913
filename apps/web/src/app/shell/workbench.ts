import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { type Thing, thingFinder } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { Dialog } from 'primeng/dialog';
import { Message } from 'primeng/message';
import { firstStepsFeature } from '../state/first-steps.ts';
import { EditingLanguage } from '../state/editing-language.ts';
import { DraftView } from '../state/draft-view.ts';
import { editionsActions, selectAhead } from '../state/editions.ts';
import { FindingsView } from '../state/findings-view.ts';
import { checkActions } from '../state/line-check.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { MenuView } from '../state/menu-view.ts';
import { StockView } from '../state/stock-view.ts';
import { StockMark } from './stock-mark.ts';
import { UndoRedo } from './undo-redo.ts';
import { OPEN_TO, type Screen } from '../state/screens.ts';
import { Who } from '../state/session.ts';
import { thingName } from '../text/changes.ts';
import { type Naming, pathText, valueText } from '../text/value-text.ts';
import { FindingMark } from '../ui/finding-mark.ts';
import { HotkeyList } from '../ui/hotkeys/hotkey-list.ts';
import { bindHotkeys } from '../ui/hotkeys/hotkeys.ts';
import { aheadWords } from '../text/ahead.ts';
import { FindAnything } from './find-anything.ts';
import { ReachBar } from './reach-bar.ts';
import { ButtonDirective } from 'primeng/button';
import { SelectField } from '../ui/fields/select-field.ts';
import { PersonMenu } from '../ui/person-menu.ts';
import { ReturnsFocus } from '../ui/returns-focus.ts';
import { areSameOptions, languageOptions } from '../ui/fields/option.ts';

interface Rail {
  readonly name: string;
  readonly screens: readonly { readonly screen: Screen | 'shop'; readonly name: string; readonly icon: string }[];
}

/** The screens by what they are for; the last ones leave the workbench. */
const RAIL: readonly Rail[] = [
  {
    name: 'Build',
    screens: [
      { screen: 'menu', name: 'Menu', icon: 'pi-book' },
      { screen: 'groups', name: 'Groups', icon: 'pi-list-check' },
      { screen: 'rules', name: 'Rules', icon: 'pi-directions' },
      { screen: 'prices', name: 'Prices', icon: 'pi-tags' },
      { screen: 'check', name: 'Line check', icon: 'pi-verified' },
      { screen: 'editions', name: 'Editions', icon: 'pi-send' },
    ],
  },
  {
    name: 'Serve',
    screens: [
      { screen: 'orders', name: 'Orders', icon: 'pi-inbox' },
      { screen: 'pantry', name: 'Pantry', icon: 'pi-box' },
      { screen: 'board', name: '86 board', icon: 'pi-ban' },
    ],
  },
  {
    name: 'Look back and set up',
    screens: [
      { screen: 'takings', name: 'Takings', icon: 'pi-chart-bar' },
      { screen: 'history', name: 'History', icon: 'pi-history' },
      { screen: 'setup', name: 'Set-up', icon: 'pi-sliders-h' },
    ],
  },
  {
    name: 'Outside',
    screens: [
      { screen: 'shop', name: 'Shop', icon: 'pi-mobile' },
      { screen: 'till', name: 'Till', icon: 'pi-calculator' },
      { screen: 'pass', name: 'Pass', icon: 'pi-receipt' },
    ],
  },
];

/** The workbench frame: navigation, save status, undo and redo. */
@Component({
  selector: 'hl-workbench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    Dialog,
    FindAnything,
    FindingMark,
    HotkeyList,
    Message,
    PersonMenu,
    ReachBar,
    ReturnsFocus,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    SelectField,
    StockMark,
    UndoRedo,
  ],
  templateUrl: './workbench.html',
  styleUrl: './workbench.css',
})
export class Workbench {
  protected readonly view = inject(MenuView);
  protected readonly draft = inject(DraftView);
  protected readonly editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);
  readonly #who = inject(Who);
  protected readonly rail = computed(() =>
    RAIL.map(({ name, screens }) => ({
      name,
      screens: screens.filter(({ screen }) => screen === 'shop' || this.#who.mayAnywhere(OPEN_TO[screen])),
    })).filter(({ screens }) => screens.length > 0),
  );
  protected readonly mayEdit = computed(() => this.#who.mayAnywhere('edit-menu'));
  protected readonly findings = inject(FindingsView);
  protected readonly finding = signal(false);
  protected readonly house = computed(() => this.view.menu()?.name || 'Hearty Ladle');
  protected readonly languages = computed(() => languageOptions(this.view.menu()?.locales ?? []), {
    equal: areSameOptions,
  });
  protected readonly status = computed(() => {
    const count = this.draft.pendingEdits().length;
    const changes = count === 1 ? '1 change waits' : `${count} changes wait`;
    switch (this.draft.sendFailure() ?? this.draft.readFailure()) {
      case 'offline':
        return count > 0 ? `Offline. ${changes} here and will be sent.` : 'Offline. What you see may be out of date.';
      case 'busy':
        return count > 0 ? `The server is busy. ${changes} here and will be sent.` : 'The server is busy.';
      case 'failed':
        return count > 0
          ? `Not saved: something is wrong at the server. ${changes} here.`
          : 'The menu can’t be read: something is wrong at the server.';
    }
    if (this.draft.pendingChange())
      return this.draft.pendingChange()?.reach ? 'Decide below' : 'Checking what this touches …';
    return count > 0 ? 'Saving …' : 'Saved';
  });

  /** What the person can do about a failure that does not pass by itself. */
  protected readonly mustAct = computed(() =>
    this.draft.sendFailure() === 'failed' ? 'send' : this.draft.readFailure() === 'failed' ? 'read' : undefined,
  );

  readonly #store = inject(Store);
  /** How far the draft is ahead of what is served. */
  readonly #ahead = this.#store.selectSignal(selectAhead);
  protected readonly ahead = computed(() => {
    const ahead = this.#ahead();
    return ahead && { words: aheadWords(ahead), isAhead: ahead.changes > 0 || ahead.editions.length === 0 };
  });
  readonly #isBegun = this.#store.selectSignal(firstStepsFeature.selectIsBegun);
  /** The way back to the first steps, of a house without dishes and as long as they are not all taken. */
  protected readonly isLed = computed(() => this.#isEmpty() || this.#isBegun());
  readonly #isEmpty = computed(() => this.view.menu()?.items.length === 0);

  constructor() {
    const router = inject(Router);
    effect(() => {
      if (this.#isEmpty() && router.url === '/menu') untracked(() => void router.navigateByUrl('/start'));
    });
    this.view.open();
    inject(StockView).open();
    if (this.#who.person()) {
      this.#store.dispatch(checkActions.opened());
      if (this.#who.mayAnywhere(OPEN_TO.editions)) this.#store.dispatch(editionsActions.opened());
    }
    bindHotkeys(
      () => 'Menu',
      [
        {
          keys: ['$mod+k'],
          shown: 'Ctrl K',
          label: () => 'Find anything',
          worksInFields: true,
          run: () => this.finding.set(true),
        },
        {
          keys: ['$mod+z'],
          shown: 'Ctrl Z',
          label: () => 'Undo (within a field: what was typed there)',
          run: () => this.editor.undo(),
        },
        {
          keys: ['$mod+Shift+z', '$mod+y'],
          shown: 'Ctrl Shift Z, Ctrl Y',
          label: () => 'Redo',
          run: () => this.editor.redo(),
        },
        {
          keys: ['Alt+Enter'],
          shown: 'Alt Enter',
          label: () => 'Apply to all (a change of something shared)',
          worksInFields: true,
          run: () => this.applyPending(),
        },
      ],
    );
  }

  /** Applies the pending change to all dishes, if its reach is known and nothing makes it impossible. */
  protected applyPending(): void {
    const reach = this.draft.pendingChange()?.reach;
    if (reach && reach.faults.length === 0) this.editor.decide('everywhere');
  }

  /** The clash to decide: what both changed, and both values. */
  protected readonly clash = computed(() => {
    const menu = this.view.menu();
    const clash = this.draft.clashes()[0];
    if (!menu || !clash) return undefined;
    const { kind, id, path, mine, theirs } = clash;
    const thing = thingFinder(menu)({ kind, id });
    const naming: Naming = {
      menu,
      things: [thing ?? (theirs as object | undefined) ?? {}, (mine as object | undefined) ?? {}],
    };
    return {
      clash,
      who: clash.by ?? 'Somebody else',
      name: thingName(menu, thing ?? (path.length === 0 ? (mine as Thing) : undefined)) || id,
      field: pathText(naming, path),
      mine: mine === undefined ? 'removed' : valueText(naming, mine, path),
      theirs: theirs === undefined ? 'removed' : valueText(naming, theirs, path),
    };
  });
}
