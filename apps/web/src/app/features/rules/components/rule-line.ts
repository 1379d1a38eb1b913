import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { readRule, type Rule, type Workbook } from '@hearty-ladle/core';
import { AutoComplete } from 'primeng/autocomplete';
import { ButtonDirective } from 'primeng/button';

export type TypedRule = Pick<Rule, 'items' | 'sections' | 'when' | 'then'>;

/**
 * A rule as one typed line, with completion from the menu's own names. What is not understood is underlined, and stays.
 */
@Component({
  selector: 'hl-rule-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoComplete, ButtonDirective, FormsModule],
  templateUrl: './rule-line.html',
  styleUrl: './rule-line.css',
})
export class RuleLine {
  readonly menu = input.required<Workbook>();
  readonly label = input.required<string>();
  readonly button = input.required<string>();
  /** The text to start from. */
  readonly start = input('');
  readonly entered = output<TypedRule>();

  protected readonly text = linkedSignal(() => this.start());
  protected readonly read = computed(() => readRule(this.menu(), this.text()));
  /** A new list for each key, which ends the control's waiting. */
  protected readonly suggestions = signal<string[]>([]);
  protected readonly next = computed(() =>
    this.read()
      .completions.slice(0, 5)
      .map(({ text }) => text)
      .join(' · '),
  );
  /** The text up to where it was understood, and the rest. */
  protected readonly halves = computed(() => {
    const { wrong } = this.read();
    const text = this.text();
    return text.trim() === '' || !wrong
      ? undefined
      : { well: text.slice(0, wrong.from), wrong: text.slice(wrong.from) };
  });

  /** What was typed when the suggestions were made; the control replaces all of it by the one that is chosen. */
  #begun = '';
  #hasJustCompleted = false;

  protected suggest(typed: string): void {
    this.#begun = typed;
    this.suggestions.set(this.read().completions.map(({ text }) => text));
  }

  /** Puts a suggestion in the place of what was begun. */
  protected complete(suggestion: string): void {
    const begun = this.#begun;
    const { wrong } = readRule(this.menu(), begun);
    this.#hasJustCompleted = true;
    setTimeout(() => (this.#hasJustCompleted = false));
    this.text.set(`${begun.slice(0, wrong?.from ?? begun.length)}${suggestion} `);
  }

  /** Enter chooses a suggestion if one is marked, else it takes the rule. */
  protected enterKey(): void {
    if (!this.#hasJustCompleted) this.enter();
  }

  protected enter(): void {
    const { rule } = this.read();
    if (!rule) return;
    this.entered.emit(rule);
    if (this.start() === '') this.text.set('');
  }
}
