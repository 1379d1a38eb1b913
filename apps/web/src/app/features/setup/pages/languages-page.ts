import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  addLanguageEdits,
  isUntranslated,
  plainText,
  removeLanguageEdits,
  textPlaces,
  translationEdits,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { languageName, LANGUAGES } from '../../../text/languages.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SetupList } from '../components/setup-list.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { pastedTexts } from './pasted-texts.ts';
import { type TranslationRow, translationRows } from './translation-rows.ts';

const ROWS_ON_A_PAGE = 50;

/** The languages of the menu: each with what is missing in it first, beside the original, to type or paste. */
@Component({
  selector: 'hl-languages-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, SelectField, SetupList, SetupNav, TableModule, TextField, TickBox],
  templateUrl: './languages-page.html',
  styleUrls: ['./setup-page.css', './languages-page.css'],
})
export class LanguagesPage {
  readonly tag = input<string>();
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #router = inject(Router);
  protected readonly ROWS_ON_A_PAGE = ROWS_ON_A_PAGE;
  protected readonly languageName = languageName;
  protected readonly filter = signal('');
  protected readonly isMissingOnly = linkedSignal({ source: this.tag, computation: () => false });
  protected readonly isRemoving = linkedSignal({ source: this.tag, computation: () => false });
  readonly #places = computed(() => {
    const menu = this.view.menu();
    return menu ? textPlaces(menu) : [];
  });
  readonly #locales = computed(() => this.view.menu()?.locales ?? []);
  protected readonly first = computed(() => this.#locales()[0] ?? '');
  protected readonly languages = computed(() =>
    this.#locales().map((id, i) => {
      const missing = this.#places().filter(({ text }) => isUntranslated(text, id)).length;
      const more = missing === 0 ? 'complete' : `${missing} missing`;
      return { id, name: languageName(id), more: i === 0 ? 'first language' : more };
    }),
  );
  protected readonly others = computed(() =>
    LANGUAGES.filter((tag) => !this.#locales().includes(tag)).map((tag) => ({ value: tag, label: languageName(tag) })),
  );
  protected readonly open = computed(() => {
    const tag = this.tag() ?? '';
    return this.#locales().slice(1).includes(tag) ? tag : undefined;
  });
  readonly #rows = computed(() => {
    const [menu, tag] = [this.view.menu(), this.open()];
    return menu && tag !== undefined ? translationRows(menu, this.#places(), tag) : [];
  });
  /** What was missing when the language, or what is looked for, was chosen: it comes first and stays where it is. */
  readonly #missing = linkedSignal({
    source: () => `${this.open() ?? ''} ${this.filter()} ${this.isMissingOnly()}`,
    computation: () => new Set(untracked(this.#rows).flatMap(({ path, words }) => (words === '' ? [path] : []))),
  });
  protected readonly rows = computed(() => {
    const [wanted, missing] = [plainText(this.filter()), this.#missing()];
    const found = this.#rows().filter(({ where, original, words }) =>
      [where, original, words].some((text) => plainText(text).includes(wanted)),
    );
    const firstly = found.filter(({ path }) => missing.has(path));
    return this.isMissingOnly() ? firstly : [...firstly, ...found.filter(({ path }) => !missing.has(path))];
  });
  protected readonly missing = computed(() => this.#rows().filter(({ words }) => words === '').length);

  /** Boxes stay where they are, with the focus and what is typed, while the menu changes. */
  protected readonly byKey = (_: number, { key }: TranslationRow) => key;

  protected translate(key: string, words: string): void {
    const row = this.#rows().find((one) => one.key === key);
    if (row && words.trim() !== row.words) this.#put(new Map([[row.path, words.trim()]]), `“${row.original}”`);
  }

  /** Several lines fill the rows from this one down; lines of two columns are matched by their original. */
  protected paste(event: ClipboardEvent, path: string): void {
    const pasted = pastedTexts(event.clipboardData?.getData('text/plain') ?? '', this.rows(), path);
    if (!pasted) return;
    event.preventDefault();
    if (pasted.strays > 0)
      this.#editor.tell(
        pasted.strays === 1
          ? 'One line that was pasted has no text here; it was left out.'
          : `${pasted.strays} lines that were pasted have no text here; they were left out.`,
      );
    this.#put(pasted.words, `${pasted.words.size} texts`);
  }

  protected async copyOriginals(): Promise<void> {
    const lines = this.rows().map(({ original }) => original.replaceAll(/\s+/g, ' '));
    try {
      await navigator.clipboard.writeText(lines.join('\n'));
      this.#editor.tell(
        `${lines.length} originals are copied, one a line. Paste their translations, in the same order, into the first box.`,
      );
    } catch {
      this.#editor.tell('The browser did not let them be copied.');
    }
  }

  protected add(tag: string): void {
    const menu = this.view.menu();
    if (!menu || tag === '') return;
    this.#editor.change(`Added the language ${languageName(tag)}`, addLanguageEdits(menu, tag));
    void this.#router.navigate(['/setup/languages', tag]);
  }

  protected remove(tag: string): void {
    const menu = this.view.menu();
    if (!menu) return;
    this.#editor.change(`Removed the language ${languageName(tag)}`, removeLanguageEdits(menu, tag));
    void this.#router.navigate(['/setup/languages']);
  }

  #put(words: ReadonlyMap<string, string>, what: string): void {
    const [menu, tag] = [this.view.menu(), this.open()];
    if (menu && tag !== undefined)
      this.#editor.change(`Translated ${what} (${languageName(tag)})`, translationEdits(menu, words, tag));
  }
}
