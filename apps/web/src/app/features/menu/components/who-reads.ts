import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  type Choice,
  type CompiledMenu,
  type Group,
  type Item,
  type NoteGroup,
  type OfferedGroup,
  offeredOn,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { stationOptions } from '../../../ui/fields/option.ts';

/** Which station reads what of a dish: its home station, choices made elsewhere, notes; all editable here. */
@Component({
  selector: 'hl-who-reads',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, TickBox],
  templateUrl: './who-reads.html',
  styleUrl: './who-reads.css',
})
export class WhoReads {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<Item>();
  readonly #editor = inject(MenuEditor);
  protected readonly stations = computed(() => stationOptions(this.menu().menu, 'with the dish'));
  protected readonly language = inject(EditingLanguage);

  /** The groups of the dish, and those that their choices open, each once. */
  readonly #offered = computed(() => {
    const found = new Map<string, OfferedGroup>();
    const visit = (groups: readonly OfferedGroup[]): void => {
      for (const group of groups) {
        if (found.has(group.id)) continue;
        found.set(group.id, group);
        for (const { opens } of group.choices) visit(opens);
      }
    };
    visit(this.menu().item(this.item().id)?.groups ?? []);
    return [...found.values()];
  });
  /** The groups that other dishes share: where they are made is changed for all of them. */
  protected readonly shared = computed(() => {
    const dishes = offeredOn(this.menu().menu);
    return new Map(
      this.#offered().map(({ id }) => [id, (dishes.get(id) ?? []).filter((dish) => dish !== this.item().id).length]),
    );
  });
  protected readonly dates = computed(() =>
    this.#offered()
      .filter(({ group }) => group.kind === 'date')
      .map(({ group }) => group.name)
      .join(', '),
  );
  protected readonly home = computed(() =>
    this.#stationName(this.menu().stations[this.menu().item(this.item().id)?.home ?? 0]?.id ?? ''),
  );
  protected readonly expos = computed(() =>
    this.menu()
      .stations.filter(({ expo }) => expo)
      .map(({ name }) => name)
      .join(', '),
  );
  protected readonly choices = computed(() =>
    this.#offered().flatMap(({ group }) => {
      if (group.kind !== 'choices') return [];
      const elsewhere = (group.choices ?? []).filter(({ station }) => station !== undefined);
      const words = elsewhere
        .map((choice) => `${this.language.read(choice.name)}: ${this.#stationName(choice.station ?? '')}`)
        .join(', ');
      return [{ group, choices: group.choices ?? [], words: words || 'all with the dish' }];
    }),
  );
  protected readonly notes = computed(() =>
    this.#offered().flatMap(({ group }) => (group.kind === 'note' ? [group] : [])),
  );
  /** What house rules route to other stations, one sentence each. */
  protected readonly routes = computed(() =>
    (this.menu().item(this.item().id)?.rules ?? []).flatMap(({ id, then }) =>
      then.flatMap((effect) =>
        'route' in effect
          ? [
              `By the house rule “${this.#ruleName(id)}”, ${effect.route.what} also goes to ${this.#stationName(effect.route.station)}.`,
            ]
          : [],
      ),
    ),
  );

  protected madeAt(group: Extract<Group, { kind: 'choices' }>, choice: Choice, station: string): void {
    const { station: _, ...rest } = choice;
    const changed = station === '' ? rest : { ...rest, station };
    this.#editor.put(
      'groups',
      { ...group, choices: (group.choices ?? []).map((it) => (it === choice ? changed : it)) },
      `“${this.language.read(choice.name)}” is made elsewhere`,
      { dish: this.item().id },
    );
  }

  protected readAt(group: NoteGroup, station: string, on: boolean): void {
    const others = (group.note?.stations ?? []).filter((id) => id !== station);
    const stations = on ? [...others, station] : others;
    const { stations: _, ...rest } = group.note ?? {};
    this.#editor.put(
      'groups',
      { ...group, note: stations.length === 0 ? rest : { ...rest, stations } },
      `“${group.name}” is read elsewhere`,
      { dish: this.item().id },
    );
  }

  protected loud(group: NoteGroup, loud: boolean): void {
    this.#editor.put(
      'groups',
      { ...group, note: { ...group.note, loud } },
      `“${group.name}” is ${loud ? 'loud' : 'quiet'} now`,
      { dish: this.item().id },
    );
  }

  #ruleName(id: string): string {
    return this.menu().menu.rules?.find((rule) => rule.id === id)?.name ?? id;
  }

  #stationName(id: string): string {
    return this.menu().stations.find((station) => station.id === id)?.name ?? id;
  }
}
