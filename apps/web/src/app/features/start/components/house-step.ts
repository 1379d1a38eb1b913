import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, untracked } from '@angular/core';
import { currencyCodes } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { languageName } from '../../../text/languages.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import type { FirstAnswers } from '../store/first-steps.ts';

const LANGUAGES =
  'ar cs da de el en es et fi fr he hi hu id is it ja ko lt lv nb nl pl pt ro ru sk sl sv th tr uk vi zh'.split(' ');

/** What the house is called, what it counts in and speaks, and where it cooks. */
@Component({
  selector: 'hl-house-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
  templateUrl: './house-step.html',
  styleUrl: './step.css',
})
export class HouseStep {
  readonly known = input.required<FirstAnswers>();
  readonly done = output<FirstAnswers>();

  protected readonly name = linkedSignal(() => untracked(this.known).name);
  protected readonly currency = linkedSignal(() => untracked(this.known).currency);
  protected readonly first = linkedSignal(() => untracked(this.known).locales[0] ?? 'en');
  protected readonly second = linkedSignal(() => untracked(this.known).locales[1] ?? '');
  protected readonly location = linkedSignal(() => untracked(this.known).location);
  protected readonly station = linkedSignal(() => untracked(this.known).station);
  protected readonly languages = LANGUAGES.map((tag) => ({ value: tag, label: languageName(tag) }));
  protected readonly others = computed(() => [
    { value: '', label: 'none' },
    ...this.languages.filter(({ value }) => value !== this.first()),
  ]);
  protected readonly currencies = currencyOptions();
  protected readonly isReady = computed(() =>
    [this.name(), this.location(), this.station()].every((text) => text.trim() !== ''),
  );

  protected keep(): void {
    if (!this.isReady()) return;
    this.done.emit({
      name: this.name().trim(),
      currency: this.currency(),
      // Further languages that the house already has stay.
      locales: [...new Set([this.first(), this.second(), ...this.known().locales.slice(2)])].filter(Boolean),
      location: this.location().trim(),
      station: this.station().trim(),
    });
  }
}

function currencyOptions() {
  const names = new Intl.DisplayNames(['en'], { type: 'currency' });
  return currencyCodes()
    .sort()
    .map((code) => ({ value: code, label: `${code} · ${names.of(code) ?? ''}` }));
}
