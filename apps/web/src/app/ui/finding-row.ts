import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type CompiledMenu, type Finding, type Mend, newId, type Snooze, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import type { SeenFinding } from '../state/findings-view.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { formatDay } from '../text/days.ts';
import { findingText, placeName } from '../text/findings.ts';
import { MEND_WORDS } from '../text/mends.ts';
import { DateField } from './fields/date-field.ts';
import { TextField } from './fields/text-field.ts';

/** One finding of line check: what it says, how to see it happen, its mend, and its snooze. */
@Component({
  selector: 'hl-finding-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DateField, RouterLink, TextField],
  templateUrl: './finding-row.html',
  styleUrl: './finding-row.css',
})
export class FindingRow {
  readonly menu = input.required<CompiledMenu>();
  readonly seen = input.required<SeenFinding>();
  readonly #editor = inject(MenuEditor);
  protected readonly MEND_WORDS = MEND_WORDS;
  protected readonly isSnoozing = signal(false);
  protected readonly reason = signal('');
  protected readonly until = signal('');
  protected readonly message = computed(() => findingText(this.menu(), this.seen().finding));
  protected readonly replay = computed(() => replayOf(this.seen().finding));

  protected day(iso: string): string {
    return formatDay(iso, this.menu().firstLocale);
  }

  protected apply({ kind, edits }: Mend): void {
    const place = placeName(this.menu(), this.seen().finding.where);
    this.#editor.change(`Mended “${place}”: ${MEND_WORDS[kind].toLowerCase()}`, edits);
  }

  protected snooze(): void {
    const { snoozes = [] }: Workbook = this.menu().menu;
    const { key, finding } = this.seen();
    const before = snoozes.find((one) => one.finding === key);
    const id =
      before?.id ??
      newId(
        finding.code,
        snoozes.map((one) => one.id),
      );
    const reason = this.reason().trim();
    const snooze: Snooze = { id, finding: key, reason, ...(this.until() && { until: this.until() }) };
    this.#editor.put('snoozes', snooze, `Snoozed a finding: ${reason}`);
    this.isSnoozing.set(false);
  }

  protected wake({ id }: Snooze): void {
    this.#editor.change('Woke a snoozed finding', [{ type: 'remove', kind: 'snoozes', id }]);
  }
}

/** The picks and circumstances that reproduce a finding in the faces; undefined if the dish shows it when it opens. */
function replayOf({ picks, occasion, given }: Finding): { link: string[]; replay: string } | undefined {
  const { item, ...varied } = occasion ?? {};
  if (!picks || item === undefined || (picks.length === 0 && Object.keys(varied).length === 0)) return undefined;
  return { link: ['/menu', item], replay: JSON.stringify({ picks, occasion, given }) };
}
