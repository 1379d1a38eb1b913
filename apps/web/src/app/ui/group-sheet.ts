import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Choice, type ChoicesGroup, type Group, type Text, textIn } from '@hearty-ladle/core';
import { ChoiceGrid } from './choice-grid.ts';
import { type Limits, LimitsSentence } from './limits-sentence.ts';

/** A group as it is worked on: its names, its sentence, its choices; a note's own settings. */
@Component({
  selector: 'hl-group-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceGrid, LimitsSentence],
  template: `
    <div class="names">
      <label class="field"><span>Our name for it</span><input class="input" [value]="group().name" (input)="rename($any($event.target).value)" /></label>
      <label class="field"><span>What the guest is asked</span><input class="input" [value]="words(group().prompt)" (input)="ask($any($event.target).value)" /></label>
    </div>
    @if (choices(); as it) {
      <hl-limits-sentence [limits]="limits()" [available]="available()" (limitsChange)="limit(it, $event)" />
      <hl-choice-grid [choices]="it.choices ?? []" [locale]="locale()" [digits]="digits()" [lists]="lists()" (choicesChange)="answer(it, $event)" />
    }
    @if (note(); as it) {
      <div class="note">
        <label class="tick"><input type="checkbox" [checked]="it.note?.required ?? false" (change)="setNote('required', $any($event.target).checked)" /> A few words are required</label>
        <label class="tick"><input type="checkbox" [checked]="it.note?.loud ?? false" (change)="setNote('loud', $any($event.target).checked)" /> Loud on the ticket, as an allergy is</label>
        <label class="field"><span>Characters at most</span><input class="input short" inputmode="numeric" [value]="it.note?.maxLength ?? ''" (change)="setLength($any($event.target))" /></label>
      </div>
    }
  `,
  styles: `
    @layer app {
      :host { display: grid; gap: 16px; }
      .names { display: grid; grid-template-columns: 1fr 1.4fr; gap: 12px; }
      .note { display: grid; gap: 10px; }
      .tick { display: flex; gap: 10px; align-items: center; min-height: 36px; }
      .tick input { width: 18px; height: 18px; accent-color: var(--teal); }
      .short { max-width: 110px; }
    }
  `,
})
export class GroupSheet {
  readonly group = input.required<Group>();
  readonly locale = input.required<string>();
  readonly digits = input.required<number>();
  readonly lists = input.required<readonly string[]>();
  /** The changed group, what was done, and which field was typed in (absent: a deed of its own). */
  readonly groupChange = output<{ group: Group; label: string; field?: string }>();

  protected readonly choices = computed(() => {
    const group = this.group();
    return group.kind === 'choices' ? group : undefined;
  });
  protected readonly note = computed(() => {
    const group = this.group();
    return group.kind === 'note' ? group : undefined;
  });
  protected readonly limits = computed<Limits>(() => {
    const { min = 0, max = null, included = 0, includedFirst = 'picked' } = this.choices() ?? {};
    return { min, max, included, includedFirst };
  });
  protected readonly available = computed(() => (this.choices()?.choices ?? []).reduce((sum, { max = 1 }) => sum + max, 0));

  protected words(text: Text): string {
    return textIn(text, this.locale(), this.locale());
  }

  protected rename(name: string): void {
    this.groupChange.emit({ group: { ...this.group(), name }, label: `Renamed the group “${name}”`, field: 'name' });
  }

  protected ask(text: string): void {
    const { prompt } = this.group();
    const asked = typeof prompt === 'string' ? text : { ...prompt, [this.locale()]: text };
    this.groupChange.emit({ group: { ...this.group(), prompt: asked }, label: `Changed what “${this.group().name}” asks`, field: 'prompt' });
  }

  protected limit(group: ChoicesGroup, limits: Limits): void {
    this.groupChange.emit({ group: { ...group, ...limits }, label: `Changed the limits of “${group.name}”`, field: 'limits' });
  }

  protected answer(group: ChoicesGroup, { choices, typed }: { choices: Choice[]; typed?: string }): void {
    const label = `Changed the choices of “${group.name}”`;
    this.groupChange.emit({ group: { ...group, choices }, label, ...(typed !== undefined && { field: typed }) });
  }

  protected setNote(field: 'required' | 'loud', value: boolean): void {
    const group = this.note();
    if (group) this.groupChange.emit({ group: { ...group, note: { ...group.note, [field]: value } }, label: `Changed the note “${group.name}”` });
  }

  protected setLength(box: HTMLInputElement): void {
    const group = this.note();
    if (!group) return;
    const length = Number(box.value);
    const { maxLength, ...rest } = group.note ?? {};
    if (box.value.trim() !== '' && !(Number.isInteger(length) && length >= 1 && length <= 2000)) {
      box.value = String(maxLength ?? '');
      return;
    }
    const note = box.value.trim() === '' ? rest : { ...rest, maxLength: length };
    this.groupChange.emit({ group: { ...group, note }, label: `Changed the note “${group.name}”` });
  }
}
