import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  type Effect,
  parsePercent,
  parsePrice,
  percentText,
  type Price,
  priceText,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { RemoveButton } from './remove-button.ts';
import { RuleCount } from './rule-count.ts';
import { RuleWord } from './rule-word.ts';
import { EFFECT_KINDS, effectKind, type EffectKind, RuleOptions } from './rule-options.ts';

/** An effect of a rule as one line, each word of it a control. */
@Component({
  selector: 'hl-rule-effect',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RemoveButton, RuleCount, RuleWord, TextField],
  templateUrl: './rule-effect.html',
  styleUrl: './rule-words.css',
})
export class RuleEffect {
  readonly menu = input.required<Workbook>();
  readonly effect = input.required<Effect>();
  readonly isOnly = input(false);
  readonly effectChange = output<Effect>();
  readonly removed = output<void>();
  readonly #view = inject(MenuView);
  readonly #language = inject(EditingLanguage);

  protected readonly options = computed(() => new RuleOptions(this.menu()));
  protected readonly KINDS = EFFECT_KINDS;
  protected readonly kind = computed(() => effectKind(this.effect()));
  /** The group or choice that is shown, hidden or sent. */
  protected readonly thing = computed(() => {
    const effect = this.effect();
    if ('show' in effect) return effect.show;
    if ('hide' in effect) return effect.hide;
    return 'route' in effect ? effect.route.what : undefined;
  });
  protected readonly station = computed(() => {
    const effect = this.effect();
    return 'route' in effect ? effect.route.station : undefined;
  });
  protected readonly limit = computed(() => {
    const effect = this.effect();
    return 'limit' in effect ? effect.limit : undefined;
  });
  protected readonly choice = computed(() => {
    const effect = this.effect();
    return 'setChoice' in effect ? effect.setChoice.choice : undefined;
  });
  /** The text of the effect: a price, a percentage, a code, what is said. */
  protected readonly text = computed(() => {
    const effect = this.effect();
    const price = (value: Price) => priceText(value, this.#view.digits(), this.#view.lists());
    if ('setBase' in effect) return { label: 'Price', value: price(effect.setBase), isWide: false };
    if ('addToPrice' in effect) return { label: 'Price', value: price(effect.addToPrice), isWide: false };
    if ('setChoice' in effect) return { label: 'Price', value: price(effect.setChoice.add), isWide: false };
    if ('basePercent' in effect) return { label: 'Percent', value: percentText(effect.basePercent), isWide: false };
    if ('appendCode' in effect) return { label: 'Code', value: effect.appendCode, isWide: false };
    return 'tell' in effect
      ? { label: 'What is said', value: this.#language.read(effect.tell), isWide: true }
      : undefined;
  });

  protected setKind(kind: string): void {
    const next = this.options().newEffect(kind as EffectKind);
    if (next) this.effectChange.emit(next);
  }

  protected setThing(path: string): void {
    const effect = this.effect();
    if ('show' in effect) this.effectChange.emit({ show: path });
    else if ('hide' in effect) this.effectChange.emit({ hide: path });
    else if ('route' in effect) this.effectChange.emit({ route: { ...effect.route, what: path } });
  }

  protected setStation(station: string): void {
    const effect = this.effect();
    if ('route' in effect) this.effectChange.emit({ route: { ...effect.route, station } });
  }

  protected setChoice(choice: string): void {
    const effect = this.effect();
    if ('setChoice' in effect) this.effectChange.emit({ setChoice: { ...effect.setChoice, choice } });
  }

  protected setGroup(group: string): void {
    const limit = this.limit();
    if (limit) this.effectChange.emit({ limit: { ...limit, group } });
  }

  /** Sets one limit; an empty one is left as the group has it. One limit is always there. */
  protected setLimit(field: 'min' | 'max' | 'included', text: string): void {
    const limit = this.limit();
    const count = /^\d{1,2}$/.test(text.trim()) ? Number(text) : undefined;
    if (!limit || (count === undefined && text.trim() !== '')) return;
    const { [field]: _, ...others } = limit;
    if (count === undefined && Object.keys(others).length < 2) return;
    this.effectChange.emit({ limit: count === undefined ? others : { ...others, [field]: count } });
  }

  /** Takes a text that can be read; anything else shows the old one again. */
  protected setText(text: string): void {
    const effect = this.effect();
    const price = parsePrice(text, this.#view.digits(), this.#view.lists());
    if ('tell' in effect) this.effectChange.emit({ tell: this.#language.write(effect.tell, text) });
    else if ('appendCode' in effect) this.effectChange.emit({ appendCode: text });
    else if ('basePercent' in effect) {
      const basePercent = parsePercent(text);
      if (basePercent !== undefined) this.effectChange.emit({ basePercent });
    } else if (price === undefined) return;
    else if ('setBase' in effect) this.effectChange.emit({ setBase: price });
    else if ('addToPrice' in effect) this.effectChange.emit({ addToPrice: price });
    else if ('setChoice' in effect) this.effectChange.emit({ setChoice: { ...effect.setChoice, add: price } });
  }
}
