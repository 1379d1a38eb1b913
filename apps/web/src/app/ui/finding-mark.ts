import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { Tag } from 'primeng/tag';
import type { Mark } from '../state/findings-view.ts';
import { markWords } from '../text/mends.ts';

/** How many findings of line check there are about a thing; nothing if there are none. */
@Component({
  selector: 'hl-finding-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tag],
  template: `
    @if (mark(); as it) {
      <p-tag
        aria-hidden="true"
        [title]="words()"
        [severity]="it.stop > 0 ? 'danger' : 'warn'"
        [value]="'' + (it.stop > 0 ? it.stop : it.warn)"
      />
      <span class="sr">{{ words() }}</span>
    }
  `,
})
export class FindingMark {
  readonly mark = input<Mark>();
  protected readonly words = computed(() => {
    const mark = this.mark();
    return mark ? markWords(mark) : '';
  });
}
