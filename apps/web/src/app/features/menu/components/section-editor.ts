import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { Section, Workbook } from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';

/** A section being edited: name, description, station, position. */
@Component({
  selector: 'hl-section-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field"><span>Name of the section</span><input class="input" [value]="language.read(section().name)" (input)="set({ name: language.write(section().name, $any($event.target).value) }, 'name')" /></label>
    <label class="field"><span>What guests read below it</span><input class="input" [value]="language.read(section().description)" (input)="describe($any($event.target).value)" /></label>
    <label class="field"><span>Made at</span>
      <select class="input" (change)="madeAt($any($event.target).value)">
        <option value="">the first station</option>
        @for (station of menu().stations; track station.id) { <option [value]="station.id" [selected]="station.id === section().station">{{ station.name }}</option> }
      </select>
    </label>
    <p>
      <button type="button" class="button bare icon" aria-label="Section up" (click)="moved.emit(-1)">↑</button>
      <button type="button" class="button bare icon" aria-label="Section down" (click)="moved.emit(1)">↓</button>
      <button type="button" class="button bare" (click)="removed.emit()">Take away</button>
      <button type="button" class="button bare" (click)="closed.emit()">Close</button>
    </p>
  `,
  styles: `
    @layer app {
      :host { display: grid; gap: 8px; padding: 10px; margin: 4px 0; background: var(--card); border: 1px solid var(--hairline); border-radius: var(--radius); }
      p { display: flex; flex-wrap: wrap; }
    }
  `,
})
export class SectionEditor {
  readonly menu = input.required<Workbook>();
  readonly section = input.required<Section>();
  readonly moved = output<number>();
  readonly removed = output<void>();
  readonly closed = output<void>();
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);

  protected set(change: Partial<Section>, field?: string): void {
    this.#editor.put('sections', { ...this.section(), ...change }, `Changed the section “${this.language.read(this.section().name)}”`, field === undefined ? {} : { field });
  }

  protected describe(text: string): void {
    const { description, ...rest } = this.section();
    this.#editor.put('sections', text === '' ? rest : { ...rest, description: this.language.write(description, text) }, 'Described a section', { field: 'description' });
  }

  protected madeAt(station: string): void {
    const { station: _, ...rest } = this.section();
    this.#editor.put('sections', station === '' ? rest : { ...rest, station }, `“${this.language.read(rest.name)}” is made elsewhere`);
  }
}
