import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type Group, withAttachRule, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

/** The sections and tags whose dishes all have the group, later ones too, and the dishes excepted from that. */
@Component({
  selector: 'hl-attach-rule',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TickBox],
  templateUrl: './attach-rule.html',
  styleUrl: './attach-rule.css',
})
export class AttachRule {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);

  protected readonly sections = computed(() => {
    const chosen = new Set(this.group().attachTo?.sections);
    return this.menu().sections.map(({ id, name }) => ({
      id,
      name: this.#language.read(name),
      isChosen: chosen.has(id),
    }));
  });
  protected readonly tags = computed(() => {
    const chosen = this.group().attachTo?.tags ?? [];
    const known = this.menu().items.flatMap((item) => item.tags ?? []);
    return [...new Set([...known, ...chosen])].sort().map((tag) => ({ tag, isChosen: chosen.includes(tag) }));
  });
  protected readonly excepted = computed(() =>
    (this.group().attachTo?.except ?? []).map((id) => {
      const item = this.menu().items.find((it) => it.id === id);
      return { id, name: item ? this.#language.read(item.name) : id };
    }),
  );

  protected setSection(id: string, isChosen: boolean): void {
    this.#put({ sections: changed(this.group().attachTo?.sections, id, isChosen) });
  }

  protected setTag(tag: string, isChosen: boolean): void {
    this.#put({ tags: changed(this.group().attachTo?.tags, tag, isChosen) });
  }

  protected dropException(id: string): void {
    this.#put({ except: changed(this.group().attachTo?.except, id, false) });
  }

  #put(rule: Parameters<typeof withAttachRule>[1]): void {
    this.#editor.put(
      'groups',
      withAttachRule(this.group(), rule),
      `Changed the dishes that “${this.group().name}” comes with`,
    );
  }
}

function changed(list: readonly string[] = [], id: string, isChosen: boolean): string[] {
  const others = list.filter((it) => it !== id);
  return isChosen ? [...others, id] : others;
}
