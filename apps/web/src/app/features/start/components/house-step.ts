import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { currencyCodes, type FirstAnswers } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { languageName, LANGUAGES } from '../../../text/languages.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';

/** What the house is called, what it counts in and speaks, and where it cooks. */
@Component({
  selector: 'hl-house-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
  templateUrl: './house-step.html',
  styleUrl: './step.css',
})
export class HouseStep {
  /** As typed so far, else as the house already has it. */
  readonly answers = input.required<FirstAnswers>();
  readonly typed = output<FirstAnswers>();
  readonly handedIn = output<FirstAnswers>();

  protected readonly languages = LANGUAGES.map((tag) => ({ value: tag, label: languageName(tag) }));
  protected readonly others = computed(() => [
    { value: '', label: 'none' },
    ...this.languages.filter(({ value }) => value !== this.answers().locales[0]),
  ]);
  protected readonly currencies = currencyOptions();
  protected readonly isReady = computed(() => {
    const { name, location, station } = this.answers();
    return [name, location, station].every((text) => text.trim() !== '');
  });

  protected change(change: Partial<FirstAnswers>): void {
    this.typed.emit({ ...this.answers(), ...change });
  }

  /** Sets the first or the second language; further ones that the house already has stay. */
  protected speak(index: 0 | 1, language: string): void {
    const locales: string[] = [...this.answers().locales];
    locales[index] = language;
    this.change({ locales: [...new Set(locales)].filter(Boolean) });
  }

  protected handIn(): void {
    if (!this.isReady()) return;
    const { name, location, station, ...others } = this.answers();
    this.handedIn.emit({ ...others, name: name.trim(), location: location.trim(), station: station.trim() });
  }
}

function currencyOptions() {
  const names = new Intl.DisplayNames(['en'], { type: 'currency' });
  return currencyCodes()
    .sort()
    .map((code) => ({ value: code, label: `${code} · ${names.of(code) ?? ''}` }));
}
