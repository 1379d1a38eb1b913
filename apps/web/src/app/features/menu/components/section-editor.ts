import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Section, Workbook } from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { stationOptions } from '../../../ui/fields/option.ts';

/** A section being edited: name, description, station, position. */
@Component({
  selector: 'hl-section-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
  templateUrl: './section-editor.html',
  styleUrl: './section-editor.css',
})
export class SectionEditor {
  readonly menu = input.required<Workbook>();
  readonly section = input.required<Section>();
  readonly moved = output<number>();
  readonly removed = output<void>();
  readonly closed = output<void>();
  readonly #editor = inject(MenuEditor);
  protected readonly stations = computed(() => stationOptions(this.menu(), 'the first station'));
  protected readonly language = inject(EditingLanguage);

  protected set(change: Partial<Section>, field?: string): void {
    this.#editor.put(
      'sections',
      { ...this.section(), ...change },
      `Changed the section “${this.language.read(this.section().name)}”`,
      field === undefined ? {} : { field },
    );
  }

  protected describe(text: string): void {
    const { description, ...rest } = this.section();
    this.#editor.put(
      'sections',
      text === '' ? rest : { ...rest, description: this.language.write(description, text) },
      'Described a section',
      { field: 'description' },
    );
  }

  protected madeAt(station: string): void {
    const { station: _, ...rest } = this.section();
    this.#editor.put(
      'sections',
      station === '' ? rest : { ...rest, station },
      `“${this.language.read(rest.name)}” is made elsewhere`,
    );
  }
}
