import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Group, GroupKind } from '@hearty-ladle/core';
import { AutoComplete, type AutoCompleteCompleteEvent } from 'primeng/autocomplete';

const NEW_KINDS: readonly (readonly [GroupKind, string])[] = [
  ['choices', 'with choices'],
  ['note', 'answered in words'],
  ['date', 'answered with a day'],
  ['amount', 'answered with an amount of money'],
  ['consent', 'to be agreed to'],
  ['notice', 'only read'],
];

interface Suggestion {
  readonly words: string;
  readonly group: Group | undefined;
  readonly kind: GroupKind;
}

/** Attaches a group: an existing one found by typing part of its name, or a new one created in place. */
@Component({
  selector: 'hl-attach-group',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoComplete, FormsModule],
  templateUrl: './attach-group.html',
})
export class AttachGroup {
  readonly groups = input.required<readonly Group[]>();
  readonly attached = output<Group>();
  readonly made = output<{ name: string; kind: GroupKind }>();
  protected readonly text = signal<string | Suggestion>('');
  protected readonly suggestions = signal<Suggestion[]>([]);
  #typed = '';

  protected suggest({ query }: AutoCompleteCompleteEvent): void {
    this.#typed = query.trim();
    const wanted = this.#typed.toLowerCase();
    const found = this.groups()
      .filter((group) => namesOf(group).includes(wanted))
      .map((group) => ({ words: group.name, group, kind: 'choices' as const }));
    const isNamed = found.some(({ words }) => words.toLowerCase() === wanted);
    const fresh = NEW_KINDS.map(([kind, how]): Suggestion => ({
      words: `New group “${this.#typed}”, ${how}`,
      group: undefined,
      kind,
    }));
    this.suggestions.set(this.#typed === '' || isNamed ? found : [...found, ...fresh]);
  }

  protected choose({ group, kind }: Suggestion): void {
    if (group) this.attached.emit(group);
    else this.made.emit({ name: this.#typed, kind });
    this.text.set('');
  }
}

function namesOf(group: Group): string {
  const prompts = typeof group.prompt === 'string' ? group.prompt : Object.values(group.prompt).join(' ');
  return `${group.name} ${prompts}`.toLowerCase();
}
