import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { plainText } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { describeChange } from '../../../text/changes.ts';
import { historyActions, historyFeature } from '../store/history-store.ts';
import { ButtonDirective } from 'primeng/button';
import { Tag } from 'primeng/tag';
import { TableModule } from 'primeng/table';
import { TextField } from '../../../ui/fields/text-field.ts';

const WHEN = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** So many fields of one thing are shown without asking. */
const SHORT = 4;

/**
 * The journal: who changed what and when, before and after. A change can be undone unless a later change builds on it.
 */
@Component({
  selector: 'hl-history-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TableModule, Tag, TextField],
  templateUrl: './history-page.html',
  styleUrl: './history-page.css',
})
export class HistoryPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly history = this.#store.selectSignal(historyFeature.selectHistoryState);
  protected readonly filter = signal('');
  protected readonly rows = computed(() => {
    const wanted = plainText(this.filter());
    return this.#all().filter(({ label, by, things }) =>
      plainText(
        [label, by, ...things.flatMap(({ name, values }) => [name, ...values.map(({ field }) => field)])].join(' '),
      ).includes(wanted),
    );
  });
  readonly #all = computed(() => {
    const { entries, refusal } = this.history();
    const menu = this.#view.menu();
    if (!menu) return [];
    const undone = new Set(entries.map(({ undoes }) => undoes));
    return entries.map((entry) => {
      const things = describeChange(menu, entry.change, entry.inverse);
      return {
        seq: entry.seq,
        when: WHEN.format(new Date(entry.at)),
        by: entry.by,
        label: entry.label,
        isUndone: undone.has(entry.seq),
        things,
        isShort: things.length === 1 && things.every(({ values }) => values.length <= SHORT),
        message: refusal?.seq === entry.seq ? refusal.message : undefined,
      };
    });
  });

  constructor() {
    this.#store.dispatch(historyActions.opened());
  }

  protected undo(seq: number): void {
    this.#store.dispatch(historyActions.undoRequested({ seq }));
  }

  protected older(): void {
    const last = this.history().entries.at(-1);
    if (last) this.#store.dispatch(historyActions.olderRequested({ before: last.seq }));
  }
}
