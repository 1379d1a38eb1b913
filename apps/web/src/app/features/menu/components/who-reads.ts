import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Choice, CompiledMenu, Group, Item, NoteGroup } from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';

/** Which station reads what of a dish: its home station, choices made elsewhere, notes; all editable here. */
@Component({
  selector: 'hl-who-reads',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>Everything that is picked is read at <strong>{{ home() }}</strong>@if (expos()) { and at <strong>{{ expos() }}</strong> }. What is made elsewhere is read there too.</p>
    @for (row of choices(); track row.group.id) {
      <details>
        <summary>{{ row.group.name }} <span class="quiet">{{ row.words }}</span></summary>
        @for (choice of row.choices; track choice.id) {
          <label><span>{{ language.read(choice.name) }}</span>
            <select class="input" (change)="madeAt(row.group, choice, $any($event.target).value)">
              <option value="">with the dish</option>
              @for (station of menu().stations; track station.id) { <option [value]="station.id" [selected]="station.id === choice.station">{{ station.name }}</option> }
            </select>
          </label>
        }
      </details>
    }
    @for (note of notes(); track note.id) {
      <fieldset>
        <legend>{{ note.name }} <span class="quiet">{{ note.note?.stations ? '' : 'read wherever something of the dish is made' }}</span></legend>
        @for (station of menu().stations; track station.id) {
          <label class="tick"><input type="checkbox" [checked]="note.note?.stations?.includes(station.id) ?? false" (change)="readAt(note, station.id, $any($event.target).checked)" /> {{ station.name }}</label>
        }
        <label class="tick"><input type="checkbox" [checked]="note.note?.loud ?? false" (change)="loud(note, $any($event.target).checked)" /> loud, and read everywhere</label>
      </fieldset>
    }
    @for (words of routes(); track words) { <p class="quiet">{{ words }}</p> }
  `,
  styles: `
    @layer app {
      :host { display: grid; gap: 8px; padding-top: 8px; }
      summary { cursor: pointer; min-height: 30px; font-weight: 600; }
      details label { display: grid; grid-template-columns: 1fr 200px; gap: 10px; align-items: center; padding: 2px 0 2px 16px; }
      fieldset { display: flex; flex-wrap: wrap; gap: 2px 16px; }
      legend { font-weight: 600; }
    }
  `,
})
export class WhoReads {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<Item>();
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);

  readonly #offered = computed(() => this.menu().item(this.item().id)?.groups ?? []);
  protected readonly home = computed(() => this.#stationName(this.menu().stations[this.menu().item(this.item().id)?.home ?? 0]?.id ?? ''));
  protected readonly expos = computed(() => this.menu().stations.filter(({ expo }) => expo).map(({ name }) => name).join(', '));
  protected readonly choices = computed(() =>
    this.#offered().flatMap(({ group }) => {
      if (group.kind !== 'choices') return [];
      const elsewhere = (group.choices ?? []).filter(({ station }) => station !== undefined);
      const words = elsewhere.map((choice) => `${this.language.read(choice.name)}: ${this.#stationName(choice.station ?? '')}`).join(', ');
      return [{ group, choices: group.choices ?? [], words: words || 'all with the dish' }];
    }),
  );
  protected readonly notes = computed(() => this.#offered().flatMap(({ group }) => (group.kind === 'note' ? [group] : [])));
  /** What house rules route to other stations, one sentence each. */
  protected readonly routes = computed(() =>
    (this.menu().item(this.item().id)?.rules ?? []).flatMap(({ id, then }) =>
      then.flatMap((effect) => ('route' in effect ? [`By the house rule “${this.menu().menu.rules?.find((rule) => rule.id === id)?.name ?? id}”, ${effect.route.what} also goes to ${this.#stationName(effect.route.station)}.`] : [])),
    ),
  );

  protected madeAt(group: Extract<Group, { kind: 'choices' }>, choice: Choice, station: string): void {
    const { station: _, ...rest } = choice;
    const changed = station === '' ? rest : { ...rest, station };
    this.#editor.put('groups', { ...group, choices: (group.choices ?? []).map((it) => (it === choice ? changed : it)) }, `“${this.language.read(choice.name)}” is made elsewhere`, { dish: this.item().id });
  }

  protected readAt(group: NoteGroup, station: string, on: boolean): void {
    const others = (group.note?.stations ?? []).filter((id) => id !== station);
    const stations = on ? [...others, station] : others;
    const { stations: _, ...rest } = group.note ?? {};
    this.#editor.put('groups', { ...group, note: stations.length === 0 ? rest : { ...rest, stations } }, `“${group.name}” is read elsewhere`, { dish: this.item().id });
  }

  protected loud(group: NoteGroup, loud: boolean): void {
    this.#editor.put('groups', { ...group, note: { ...group.note, loud } }, `“${group.name}” is ${loud ? 'loud' : 'quiet'} now`, { dish: this.item().id });
  }

  #stationName(id: string): string {
    return this.menu().stations.find((station) => station.id === id)?.name ?? id;
  }
}
