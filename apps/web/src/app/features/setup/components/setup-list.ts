import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';

/** Something in the list of a set-up page. */
export interface SetupRow {
  readonly id: string;
  readonly name: string;
  readonly more?: string;
  /** The address of its picture. */
  readonly image?: string | undefined;
  /** In how many places; absent where that says nothing. */
  readonly used?: number | undefined;
}

/** What there is of a kind on a set-up page, each leading to its sheet. */
@Component({
  selector: 'hl-setup-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './setup-list.html',
  styleUrl: './setup-list.css',
})
export class SetupList {
  /** The first part of the addresses. */
  readonly path = input.required<string>();
  readonly rows = input.required<readonly SetupRow[]>();
  readonly here = input<string>();
  readonly none = input('None yet.');
}
