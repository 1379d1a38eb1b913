import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { type Delivery, type Webhook, WEBHOOK_EVENTS, type WebhookEvent } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import { Tag } from 'primeng/tag';
import { Who } from '../../../state/session.ts';
import { formatMoment } from '../../../text/days.ts';
import { EVENT_WORDS, tryWords } from '../../../text/programs.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { programsActions, programsFeature } from '../store/programs-store.ts';

type Open = Pick<Webhook, 'id' | 'name' | 'url' | 'events' | 'isInside' | 'isPaused'>;

const STATE_WORDS: Readonly<Record<Delivery['state'], string>> = {
  waiting: 'waiting',
  delivered: 'arrived',
  'given-up': 'given up',
};

const SEVERITY = { waiting: 'warn', delivered: 'success', 'given-up': 'danger' } as const;

/** Other programs that are told of orders and editions: their addresses, tests, and the messages to them. */
@Component({
  selector: 'hl-programs-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SetupNav, TableModule, Tag, TickBox],
  templateUrl: './programs-page.html',
  styleUrls: ['./house-page.css', './people-page.css'],
})
export class ProgramsPage {
  readonly #store = inject(Store);
  protected readonly mayChange = inject(Who).mayAnywhere('change-set-up');
  protected readonly state = this.#store.selectSignal(programsFeature.selectProgramsState);
  protected readonly tryWords = tryWords;
  protected readonly EVENTS = WEBHOOK_EVENTS.map((event) => ({ event, words: EVENT_WORDS[event] }));
  /** The program being looked at or added; undefined: none is. */
  protected readonly open = signal<Open | undefined>(undefined);
  /** What is asked about before it is done. */
  protected readonly asking = signal<'delete' | 'secret' | undefined>(undefined);
  protected readonly known = computed(() => this.state().programs.find(({ id }) => id === this.open()?.id));
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', Validators.required],
    url: ['', Validators.required],
  });
  protected readonly rows = computed(() =>
    this.state().programs.map((program) => ({
      program,
      last:
        program.lastDeliveredAt === null ? 'told nothing yet' : `last told ${formatMoment(program.lastDeliveredAt)}`,
    })),
  );
  protected readonly tried = computed(() => {
    const { tried } = this.state();
    return tried?.id === this.open()?.id ? tried : undefined;
  });
  protected readonly secret = computed(() => {
    const { secret } = this.state();
    return secret?.id === this.open()?.id ? secret?.secret : undefined;
  });
  protected readonly messages = computed(() =>
    this.state().deliveries.map(({ id, type, at, state, tries, last, nextAt }) => ({
      ...{ id, state, at: formatMoment(at), stateWords: STATE_WORDS[state] },
      what: EVENT_WORDS[type as WebhookEvent],
      tries: tries === 1 ? '1 try' : `${tries} tries`,
      last: [last && tryWords(last), nextAt && tries > 0 && `Next try ${formatMoment(nextAt)}.`]
        .filter(Boolean)
        .join(' '),
    })),
  );

  constructor() {
    this.#store.dispatch(programsActions.opened());
    effect(() => {
      // A program that was deleted is closed.
      const { notice, isSending } = this.state();
      if (notice?.isWell && !isSending && !this.known()) untracked(() => this.open.set(undefined));
    });
  }

  protected add(): void {
    this.show({
      ...{ id: crypto.randomUUID(), name: '', url: '', events: ['order.placed'], isInside: false, isPaused: false },
    });
  }

  protected show(program: Open): void {
    const { name, url } = program;
    this.open.set(program);
    this.asking.set(undefined);
    this.form.reset({ name, url });
    this.#store.dispatch(programsActions.shown({ id: program.id }));
  }

  protected close(): void {
    this.open.set(undefined);
  }

  protected listen(event: WebhookEvent, isOn: boolean): void {
    this.set({ events: WEBHOOK_EVENTS.filter((one) => (one === event ? isOn : this.open()?.events.includes(one))) });
  }

  protected set(part: Partial<Open>): void {
    this.open.update((open) => open && { ...open, ...part });
  }

  protected save(): void {
    const open = this.open();
    if (!open || this.state().isSending) return;
    if (this.form.invalid) return this.form.markAllAsTouched();
    const { events, isInside, isPaused } = open;
    const change = { ...this.form.getRawValue(), events, isInside, isPaused };
    this.#store.dispatch(programsActions.saved({ id: open.id, change }));
  }

  protected test(id: string): void {
    this.#store.dispatch(programsActions.testAsked({ id }));
  }

  /** What can't be taken back is done with a second button, beside the first: a double tap does nothing. */
  protected doIt(id: string): void {
    const deed = this.asking() === 'delete' ? programsActions.deleted({ id }) : programsActions.secretAsked({ id });
    this.asking.set(undefined);
    this.#store.dispatch(deed);
  }

  protected sendGivenUp(id: string): void {
    this.#store.dispatch(programsActions.givenUpSent({ id }));
  }

  protected readAgain(): void {
    this.#store.dispatch(programsActions.opened());
  }

  protected severity(state: Delivery['state']) {
    return SEVERITY[state];
  }
}
