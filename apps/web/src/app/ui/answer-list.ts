import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { WrittenAnswer } from '@hearty-ladle/core';

/** Answers that were written, named or agreed to, each with what was asked; loud ones stand out without colour. */
@Component({
  selector: 'hl-answer-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (answer of answers(); track $index) {
      <p [class.loud]="answer.isLoud">
        @if (answer.kind === 'consent') {
          ✓ {{ answer.label }}
        } @else {
          <span class="asked">{{ answer.label }}:</span>
          <strong dir="auto">{{ answer.text }}</strong>
        }
      </p>
    }
  `,
  styles: `
    @layer app {
      :host {
        display: grid;
        gap: 2px;
        font-size: 14px;
      }
      .asked {
        margin-inline-end: 4px;
        color: var(--quiet);
      }
      strong {
        font-weight: 600;
        overflow-wrap: anywhere;
      }
      .loud {
        padding: 3px 8px;
        border: 2px solid var(--ink);
        border-radius: var(--radius);
        background: var(--butter);
      }
      .loud strong {
        font-weight: 800;
      }
    }
  `,
})
export class AnswerList {
  readonly answers = input.required<readonly WrittenAnswer[]>();
}
