import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Tag } from 'primeng/tag';
import type { ChangeCard, ChangeRow } from '../../../text/edition-changes.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

/** A card with what else is known of it: who changed it last, and its prices before and after. */
export interface ShownCard extends ChangeCard {
  readonly by: string;
  readonly prices: readonly string[];
}

/** The differences of two editions, a card for each thing, each with a tick for what goes out. */
@Component({
  selector: 'hl-change-card-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, Tag, TickBox],
  templateUrl: './change-card-list.html',
  styleUrl: './change-card-list.css',
})
export class ChangeCardList {
  readonly cards = input.required<readonly ShownCard[]>();
  /** Whether each can be left out. */
  readonly canChoose = input(false);
  /** Whether each can be brought into the draft. */
  readonly canBringBack = input(false);
  readonly left = input<ReadonlySet<string>>(new Set());
  /** Places that go along although they were not chosen. */
  readonly needed = input<ReadonlySet<string>>(new Set());
  readonly chosen = output<{ readonly wheres: readonly string[]; readonly isTaken: boolean }>();
  readonly broughtBack = output<ChangeCard>();
  protected readonly rows = computed(() =>
    this.cards().map((card) => {
      const taken = card.rows.filter(({ where }) => this.isTaken(where)).length;
      return { card, isTaken: taken === card.rows.length, isPartly: taken > 0 && taken < card.rows.length };
    }),
  );

  protected isTaken(where: string): boolean {
    return !this.left().has(where) || this.needed().has(where);
  }

  protected chooseAll({ rows }: ChangeCard, isTaken: boolean): void {
    this.chosen.emit({ wheres: rows.map(({ where }) => where), isTaken });
  }

  protected choose({ where }: ChangeRow, isTaken: boolean): void {
    this.chosen.emit({ wheres: [where], isTaken });
  }

  protected partName(row: ChangeRow): string {
    return row.part || 'Itself';
  }
}
