import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { TrailEntry } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { formatMoment } from '../../../text/days.ts';
import { trailWords } from '../../../text/trail.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { trailActions, trailFeature } from '../store/trail-store.ts';

/** What happened at the doors, newest first. */
@Component({
  selector: 'hl-trail-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SetupNav],
  template: `
    <div class="library"><hl-setup-nav /></div>
    <div class="sheet">
      <h1>Trail</h1>
      <p class="quiet">Sign-ins, refusals, people, devices, voids and named prices. Nothing in it is ever changed.</p>
      @if (state().status === 'failed') {
        <p class="wrong-text" role="alert">
          The trail can’t be read just now.
          <button pButton type="button" (click)="readAgain()" severity="secondary">Try again</button>
        </p>
      }
      <ol class="list">
        @for (row of rows(); track row.seq) {
          <li [class.stop]="row.isRefusal">
            <span class="price">{{ row.at }}</span>
            <span>{{ row.words }}</span>
            <span class="quiet">{{ row.from }}</span>
          </li>
        } @empty {
          @if (state().status === 'loaded') {
            <li class="quiet">Nothing has happened yet.</li>
          }
        }
      </ol>
      @if (state().hasMore) {
        <p><button pButton type="button" severity="secondary" (click)="more()">Earlier entries</button></p>
      }
    </div>
  `,
  styleUrls: ['./house-page.css', './people-page.css', './trail-page.css'],
})
export class TrailPage {
  readonly #store = inject(Store);
  protected readonly state = this.#store.selectSignal(trailFeature.selectTrailState);
  protected readonly rows = computed(() =>
    this.state().entries.map((entry) => ({
      seq: entry.seq,
      at: formatMoment(entry.at),
      words: trailWords(entry),
      from: [entry.device, entry.address].filter(Boolean).join(', '),
      isRefusal: isRefusal(entry),
    })),
  );

  constructor() {
    this.#store.dispatch(trailActions.opened());
  }

  protected readAgain(): void {
    this.#store.dispatch(trailActions.opened());
  }

  protected more(): void {
    this.#store.dispatch(trailActions.moreAsked());
  }
}

function isRefusal({ event }: TrailEntry): boolean {
  return event.endsWith('refused') || event === 'not-allowed';
}
