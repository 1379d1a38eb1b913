import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  amountWordsOf,
  type Answers,
  type CompiledMenu,
  type Line,
  pictureFor,
  pictureText,
  preselectedLine,
  quoteLine,
  type Replay,
  occasionText,
  tellsIn,
  textIn,
  withoutUnknown,
} from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import { ButtonDirective } from 'primeng/button';
import { debounceTime, map, startWith, switchMap } from 'rxjs';
import { formatMoney } from '../text/money.ts';
import { namedOccasion } from '../text/findings.ts';
import { problemMessage } from '../text/problems.ts';
import { GuestQuestions } from './guest-questions.ts';
import { LinkDialog } from './link-dialog.ts';
import { SpanFinder } from '../state/span-finder.ts';
import { pictureUrl } from '../state/picture-url.ts';
import { PrintedTicket } from './printed-ticket.ts';
import { PriceExplained } from './price-explained.ts';
import { TillDish } from './till-dish.ts';
import { SelectField } from './fields/select-field.ts';
import { SwitchField } from './fields/switch-field.ts';
import { areSameOptions, languageOptions, namedOptions, type Option } from './fields/option.ts';

const SPAN_PAUSE_MS = 150;

/** What the guest, the till and the cook see of a dish, computed by the core at every keystroke. */
@Component({
  selector: 'hl-faces',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    GuestQuestions,
    LinkDialog,
    PriceExplained,
    PrintedTicket,
    SelectField,
    SwitchField,
    TillDish,
  ],
  templateUrl: './faces.html',
  styleUrl: './faces.css',
})
export class Faces {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<string>();
  /** Answers and circumstances of a finding or a promise to show. */
  readonly replay = input<Replay>();
  /** Whether the build shown can be pinned as a promise; emits what was picked and how it is ordered. */
  readonly canPin = input(false);
  readonly pinned = output<Line>();
  protected readonly locale = linkedSignal(() => this.menu().firstLocale);
  protected readonly list = linkedSignal(() => this.replay()?.occasion.priceList ?? this.menu().firstList);
  protected readonly face = linkedSignal<'guest' | 'till'>(() =>
    this.replay()?.occasion.channel === 'pos' ? 'till' : 'guest',
  );
  protected readonly FACES: readonly Option<'guest' | 'till'>[] = [
    { value: 'guest', label: 'Guest' },
    { value: 'till', label: 'Till' },
  ];
  protected readonly languages = computed(() => languageOptions(this.menu().menu.locales), { equal: areSameOptions });
  protected readonly lists = computed(() => namedOptions(this.menu().menu.priceLists), { equal: areSameOptions });

  /** Picks made here; undefined while untouched, so that preselected choices follow the editor. */
  readonly #picked = linkedSignal<{ item: string; replay: Replay | undefined }, Answers | undefined>({
    source: () => ({ item: this.item(), replay: this.replay() }),
    computation: ({ replay }) => replay && { ...replay.given, picks: [...replay.picks] },
  });
  /** The circumstances of the replay that the face and the price list don't determine: guest, time, quantity. */
  readonly #replayedOccasion = computed(() => {
    const { item: _, channel: __, priceList: ___, ...rest } = this.replay()?.occasion ?? {};
    return rest;
  });
  readonly #occasion = computed(() => ({
    ...this.#replayedOccasion(),
    priceList: this.list(),
    channel: this.face() === 'till' ? ('pos' as const) : ('online' as const),
  }));
  protected readonly shownAs = computed(() => occasionText(namedOccasion(this.menu(), this.#replayedOccasion())));
  protected readonly compiled = computed(() => this.menu().item(this.item()));
  protected readonly answers = computed<Answers>(() => {
    const compiled = this.compiled();
    const picked = this.#picked() ?? preselectedLine(this.menu(), this.item());
    return compiled ? withoutUnknown(compiled, picked) : {};
  });
  protected readonly quote = computed(() => {
    const line: Line = { ...this.#occasion(), ...this.answers(), item: this.item() };
    return quoteLine(this.menu().menu, line, clock);
  });
  protected readonly tells = computed(() => tellsIn(this.menu(), this.quote(), this.locale()));
  protected readonly name = computed(() =>
    textIn(this.compiled()?.item.name ?? '', this.locale(), this.menu().firstLocale),
  );
  protected readonly description = computed(() =>
    textIn(this.compiled()?.item.description ?? '', this.locale(), this.menu().firstLocale),
  );
  protected readonly missing = computed(() =>
    this.quote().problems.map((problem) =>
      problemMessage(this.menu(), problem, this.locale(), { ...this.answers(), item: this.item() }),
    ),
  );

  readonly #finder = inject(SpanFinder);
  readonly #spanQuery = computed(() => {
    const { quantity: _, ...context } = this.#occasion();
    return { menu: this.menu().menu, item: this.item(), context };
  });
  /** Price range before anything is chosen; computed in a worker. */
  readonly #span = toSignal(
    toObservable(this.#spanQuery).pipe(
      debounceTime(SPAN_PAUSE_MS),
      switchMap(({ menu, item, context }) =>
        this.#finder.find(menu, [item], context).pipe(
          map((spans) => spans.get(item)),
          startWith(undefined),
        ),
      ),
    ),
  );
  protected readonly fromTo = computed(() => {
    const span = this.#span()?.price;
    if (!span) return '';
    return span.min === span.max ? this.money(span.min) : `${this.money(span.min)} – ${this.money(span.max)}`;
  });
  readonly #pictureId = computed(() => {
    const compiled = this.compiled();
    return compiled && pictureFor(compiled, this.answers());
  });
  protected readonly picture = computed(() => {
    const id = this.#pictureId();
    return id === undefined ? undefined : pictureUrl(id, 'large');
  });
  protected readonly shows = computed(() => pictureText(this.menu().menu, this.#pictureId() ?? '', this.locale()));

  protected readonly showsLink = signal(false);
  protected readonly linked = computed<Line>(() => ({ ...this.answers(), item: this.item() }));

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  protected readonly amountWords = computed(() => amountWordsOf(this.menu().menu));

  protected pin(): void {
    this.pinned.emit({ at: clock(undefined), ...this.#occasion(), ...this.answers(), item: this.item() });
  }

  protected station(id: string) {
    return this.menu().stations.find((station) => station.id === id);
  }

  protected answered(answers: Answers): void {
    this.#picked.set(answers);
  }
}
