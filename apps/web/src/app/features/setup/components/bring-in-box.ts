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
  type Way,
  withNeeded,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { KIND_WORDS } from '../../../text/changes.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

const WAYS: readonly Option<Way>[] = [
  { value: 'keep', label: 'Keep ours' },
  { value: 'replace', label: 'Replace ours' },
  { value: 'another', label: 'Bring theirs in beside it' },
];
const THERE = { new: 'new here', same: 'is here already', differs: 'is here, but differs' } as const;
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
  readonly #ways = signal<ReadonlyMap<string, Way>>(new Map());
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
    if (!menu || chosen.length === 0) return [];
    return carriedInto(menu, this.source(), withNeeded(this.source(), chosen), this.#ways());
  });
  protected readonly things = computed(() =>
    this.#things().map(({ ref, thing, there, way, isByName }) => {
      const key = `${ref.kind} ${ref.id}`;
      return {
        ...{ key, there, way, kind: KIND_WORDS[ref.kind], name: this.#nameOf(thing as { readonly id: string }) },
        canChoose: there === 'differs' || way === 'another' || (isByName && there !== 'same'),
        about: `${THERE[there]}${isByName ? ', by its name' : ''}${this.#chosen().has(key) ? '' : ', comes along'}`,
      };
    }),
  );
  protected readonly coming = computed(() => this.#things().filter(({ comes }) => comes).length);

  protected isChosen(key: string): boolean {
    return this.#chosen().has(key);
  }

  protected choose(key: string, isChosen: boolean): void {
    this.#chosen.update((chosen) => toggled(chosen, key, isChosen));
  }

  protected chooseAll(rows: readonly { readonly key: string }[], isChosen: boolean): void {
    this.#chosen.update((chosen) => rows.reduce((all, { key }) => toggled(all, key, isChosen), chosen));
  }

  protected decide(key: string, chosen: string): void {
    const way = WAYS.find(({ value }) => value === chosen)?.value ?? 'keep';
    this.#ways.update((ways) => new Map(ways).set(key, way));
  }

  protected bringIn(): void {
    const menu = this.#view.menu();
    if (!menu) return;
    const edits = bringInEdits(this.#things());
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

function toggled(set: ReadonlySet<string>, key: string, isIn: boolean): ReadonlySet<string> {
  const next = new Set(set);
  if (isIn) next.add(key);
  else next.delete(key);
  return next;
}
