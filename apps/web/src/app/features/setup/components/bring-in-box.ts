import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  apply,
  bringInEdits,
  CARRIED_KINDS,
  type Carried,
  carriedInto,
  faultMessage,
  type Menu,
  plainText,
  textIn,
  withNeeded,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { KIND_WORDS } from '../../../text/changes.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

const WAYS = [
  { value: 'keep', label: 'Keep ours' },
  { value: 'replace', label: 'Replace ours' },
];
const KINDS: Readonly<Record<(typeof CARRIED_KINDS)[number], string>> = {
  groups: 'Groups',
  items: 'Dishes',
  rules: 'House rules',
};

/** Things of another house’s menu, chosen to be brought in with all they need; ours are kept unless it is said. */
@Component({
  selector: 'hl-bring-in-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField, TickBox],
  templateUrl: './bring-in-box.html',
  styleUrl: './bring-in-box.css',
})
export class BringInBox {
  /** The other house’s menu. */
  readonly source = input.required<Menu>();
  readonly brought = output<void>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly WAYS = WAYS;
  protected readonly filter = signal('');
  readonly #chosen = signal<ReadonlySet<string>>(new Set());
  readonly #replaced = signal<ReadonlySet<string>>(new Set());
  protected readonly isOtherMoney = computed(() => this.#view.menu()?.currency !== this.source().currency);
  /** What can be chosen, kind by kind. */
  protected readonly kinds = computed(() => {
    const wanted = plainText(this.filter());
    return CARRIED_KINDS.map((kind) => ({
      kind,
      name: KINDS[kind],
      rows: (this.source()[kind] ?? [])
        .map((thing) => ({ key: `${kind} ${thing.id}`, name: this.#nameOf(thing) }))
        .filter(({ name }) => plainText(name).includes(wanted)),
    })).filter(({ rows }) => rows.length > 0);
  });
  /** What is chosen, and what it needs, against what is here. */
  readonly #things = computed(() => {
    const menu = this.#view.menu();
    const chosen = [...this.#chosen()].map((key): Carried => {
      const [kind = '', id = ''] = key.split(' ');
      return { kind: kind as Carried['kind'], id };
    });
    return menu && chosen.length > 0 ? carriedInto(menu, this.source(), withNeeded(this.source(), chosen)) : [];
  });
  protected readonly things = computed(() =>
    this.#things().map(({ ref, thing, there }) => {
      const key = `${ref.kind} ${ref.id}`;
      return {
        key,
        kind: KIND_WORDS[ref.kind],
        name: this.#nameOf(thing as { readonly id: string }),
        there,
        way: this.#replaced().has(key) ? 'replace' : 'keep',
        isAlong: !this.#chosen().has(key),
      };
    }),
  );
  protected readonly coming = computed(() => this.things().filter(({ there, way }) => comes(there, way)).length);

  protected isChosen(key: string): boolean {
    return this.#chosen().has(key);
  }

  protected choose(key: string, isChosen: boolean): void {
    this.#chosen.update((chosen) => toggled(chosen, key, isChosen));
  }

  protected chooseAll(rows: readonly { readonly key: string }[], isChosen: boolean): void {
    this.#chosen.update((chosen) => rows.reduce((all, { key }) => toggled(all, key, isChosen), chosen));
  }

  protected decide(key: string, way: string): void {
    this.#replaced.update((replaced) => toggled(replaced, key, way === 'replace'));
  }

  protected bringIn(): void {
    const menu = this.#view.menu();
    if (!menu) return;
    const ways = new Map(this.things().map(({ key, there, way }) => [key, comes(there, way)]));
    const edits = bringInEdits(this.#things().filter(({ ref }) => ways.get(`${ref.kind} ${ref.id}`)));
    const applied = apply(menu, { edits });
    if (!applied.ok) {
      const [fault] = applied.faults;
      return this.#editor.tell(
        `It does not fit what is kept: ${fault ? faultMessage(fault) : ''} Replace what it needs too.`,
      );
    }
    this.#editor.change(`Brought in from “${this.source().name}”`, edits);
    this.brought.emit();
  }

  #nameOf(thing: { readonly id: string; readonly name?: unknown }): string {
    const first = this.source().locales[0] ?? '';
    return thing.name === undefined ? thing.id : textIn(thing.name as string, first, first);
  }
}

/** New things come; those that are there come where ours are replaced. */
function comes(there: 'new' | 'same' | 'differs', way: string): boolean {
  return there === 'new' || (there === 'differs' && way === 'replace');
}

function toggled(set: ReadonlySet<string>, key: string, isIn: boolean): ReadonlySet<string> {
  const next = new Set(set);
  if (isIn) next.add(key);
  else next.delete(key);
  return next;
}
