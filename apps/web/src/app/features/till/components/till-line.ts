import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import {
  type Answers,
  type Group,
  type CompiledMenu,
  type Line,
  quoteLine,
  type Service,
  textIn,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { QuestionAnswer } from '../../../ui/question-answer.ts';
import { TillQuestions } from '../../../ui/till-questions.ts';
import { ButtonDirective } from 'primeng/button';

/** One dish at the till: required groups first. Number keys answer them, Enter confirms. */
@Component({
  selector: 'hl-till-line',
  host: { tabindex: '-1' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, QuestionAnswer, StaffPipe, TillQuestions],
  templateUrl: './till-line.html',
  styleUrl: './till-line.css',
})
export class TillLine {
  readonly menu = input.required<CompiledMenu>();
  readonly line = input.required<Line>();
  readonly service = input.required<Service>();
  readonly isNew = input.required<boolean>();
  readonly lineChange = output<Line>();
  readonly confirmed = output<void>();
  readonly cancelled = output<void>();
  readonly locale = input.required<string>();

  constructor() {
    // Whatever opened the dish must not get the next Enter, which keeps the dish.
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => nativeElement.focus());
  }

  protected readonly item = computed(() => this.menu().item(this.line().item));
  protected readonly quote = computed(() =>
    quoteLine(this.menu().menu, { ...this.line(), channel: 'pos', service: this.service() }, clock),
  );
  protected readonly name = computed(() => {
    const item = this.item()?.item;
    return item ? (item.tillName ?? textIn(item.name, this.locale(), this.menu().firstLocale)) : this.line().item;
  });
  protected readonly missing = computed(() =>
    this.quote().problems.map((problem) => problemMessage(this.menu(), problem, this.locale())),
  );
  /** Groups answered by typing rather than picking, shown below the keys. */
  protected readonly written = computed(() =>
    this.quote()
      .groups.filter(({ kind, at }) => kind !== 'choices' && kind !== 'notice' && at === undefined)
      .flatMap(({ group }) => {
        const offered = this.item()?.groups.find(({ id }) => id === group);
        return offered
          ? [
              {
                id: group,
                quick: this.#quickNotes(offered.group),
                offered,
                title: textIn(offered.heading ?? offered.group.prompt, this.locale(), this.menu().firstLocale),
              },
            ]
          : [];
      }),
  );

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  protected answer(answers: Answers): void {
    this.lineChange.emit({ ...this.line(), ...answers });
  }

  /**
   * The most frequent notes to the kitchen, added by a tap; allergies only into a loud note, which is printed so that
   * nobody overlooks it. Common practice.
   */
  #quickNotes(group: Group): string[] {
    if (group.kind !== 'note') return [];
    return staffMessage(this.locale(), group.note?.loud ? 'line.quick-allergies' : 'line.quick-notes').split('\n');
  }

  protected write(group: string, text: string): void {
    const { [group]: _, ...others } = this.line().notes ?? {};
    this.lineChange.emit({ ...this.line(), notes: text === '' ? others : { ...others, [group]: text } });
  }

  protected quick(group: string, words: string): void {
    const now = this.line().notes?.[group] ?? '';
    if (now.toLowerCase().includes(words.toLowerCase())) return;
    this.write(group, now === '' ? words : `${now}, ${words.toLowerCase()}`);
  }

  protected set(field: 'dates' | 'amounts', group: string, value: string | number | undefined): void {
    const { [group]: _, ...others } = (this.line()[field] ?? {}) as Record<string, never>;
    this.lineChange.emit({
      ...this.line(),
      [field]: value === undefined || value === '' ? others : { ...others, [group]: value },
    });
  }

  protected agree(group: string, given: boolean): void {
    const others = (this.line().consents ?? []).filter((id) => id !== group);
    this.lineChange.emit({ ...this.line(), consents: given ? [...others, group] : others });
  }

  protected done(): void {
    if (this.quote().ok) this.confirmed.emit();
  }
}
