import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import { type Answers, type CompiledMenu, type Line, localMinute, preselectedLine, quoteLine, textIn, withoutUnknown } from '@hearty-ladle/core';
import { sayMoney } from '../text/money.ts';
import { sayLanguage } from '../text/languages.ts';
import { sayProblem } from '../text/problems.ts';
import { GuestQuestions } from './guest-questions.ts';
import { PaperTicket } from './paper-ticket.ts';
import { PriceExplained } from './price-explained.ts';
import { TillQuestions } from './till-questions.ts';

/** What the guest, the till and the cook see of a dish, answered by the core at every keystroke. */
@Component({
  selector: 'hl-faces',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GuestQuestions, PaperTicket, PriceExplained, TillQuestions],
  templateUrl: './faces.html',
  styleUrl: './faces.css',
})
export class Faces {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<string>();
  protected readonly locale = linkedSignal(() => this.menu().firstLocale);
  protected readonly list = linkedSignal(() => this.menu().firstList);
  protected readonly face = signal<'guest' | 'till'>('guest');
  protected readonly sayLanguage = sayLanguage;
  protected readonly FACES = [['guest', 'Guest'], ['till', 'Till']] as const;

  /** What was picked here; undefined while nothing was touched, so that preselected answers follow the editor. */
  readonly #picked = linkedSignal<string, Answers | undefined>({ source: this.item, computation: () => undefined });
  protected readonly compiled = computed(() => this.menu().item(this.item()));
  protected readonly answers = computed<Answers>(() => {
    const compiled = this.compiled();
    const picked = this.#picked() ?? preselectedLine(this.menu(), this.item());
    return compiled ? withoutUnknown(compiled, picked) : {};
  });
  protected readonly quote = computed(() => {
    const line: Line = {
      ...this.answers(), item: this.item(), priceList: this.list(), channel: this.face() === 'till' ? 'pos' : 'online',
    };
    return quoteLine(this.menu().menu, line, (timeZone) => localMinute(new Date(), timeZone));
  });
  protected readonly name = computed(() => textIn(this.compiled()?.item.name ?? '', this.locale(), this.menu().firstLocale));
  protected readonly description = computed(() => textIn(this.compiled()?.item.description ?? '', this.locale(), this.menu().firstLocale));
  protected readonly missing = computed(() => this.quote().problems.map((problem) => sayProblem(this.menu(), problem, this.locale())));

  protected say(minor: number): string {
    return sayMoney(minor, this.menu().menu.currency, this.locale());
  }

  protected stationName(id: string): string {
    return this.menu().stations.find((station) => station.id === id)?.name ?? id;
  }

  protected answered(answers: Answers): void {
    this.#picked.set(answers);
  }
}
