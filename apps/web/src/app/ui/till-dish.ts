import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import {
  type Answers,
  type CompiledItem,
  type CompiledMenu,
  type Group,
  groupAt,
  type GroupPlace,
  noteAt,
  type OfferedGroupView,
  setConsent,
  setGiven,
  setNote,
  textIn,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { staffMessage } from '../messages/staff-message.ts';
import { QuestionAnswer } from './question-answer.ts';
import { TillQuestions } from './till-questions.ts';

/** A dish as the till asks it: choices as large keys, then what is answered by typing. */
@Component({
  selector: 'hl-till-dish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, QuestionAnswer, TillQuestions],
  templateUrl: './till-dish.html',
  styleUrl: './till-dish.css',
})
export class TillDish {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<CompiledItem>();
  readonly answers = input.required<Answers>();
  readonly groups = input.required<readonly OfferedGroupView[]>();
  readonly locale = input.required<string>();
  /** Unanswered groups come first. */
  readonly neededFirst = input(false);
  /** What the guest can't have: choices that bring it say so. */
  readonly avoid = input<readonly string[]>([]);
  readonly answersChange = output<Answers>();
  /** The questions answered by keys. */
  readonly questions = viewChild.required(TillQuestions);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  /** Groups answered by typing rather than picking, also those that a picked choice opened. */
  protected readonly written = computed(() =>
    this.groups()
      .filter(({ kind }) => kind !== 'choices')
      .flatMap(({ group, at }) => {
        const offered = groupAt(this.item(), this.answers(), at, group);
        if (!offered) return [];
        const title = textIn(offered.heading ?? offered.group.prompt, this.locale(), this.menu().firstLocale);
        return [
          {
            key: `${group} ${(at ?? []).join('.')}`,
            id: group,
            at: at as GroupPlace,
            offered,
            title,
            note: noteAt(this.answers(), at, group),
            quick: this.#quickNotes(offered.group),
            isLoud: isLoudNote(offered.group),
          },
        ];
      }),
  );
  readonly hasLoudNote = computed(() => this.written().some(({ isLoud }) => isLoud));

  /** Moves the focus to the note for the kitchen, or to the loud one for allergies. */
  focusNote(isLoud: boolean): void {
    const box = this.#host.nativeElement.querySelector<HTMLElement>(`[data-loud="${isLoud}"] textarea`);
    box?.scrollIntoView({ block: 'center' });
    box?.focus();
  }

  protected write(at: GroupPlace, group: string, text: string): void {
    this.answersChange.emit(setNote(this.answers(), at, group, text));
  }

  protected quick(at: GroupPlace, group: string, words: string): void {
    const now = noteAt(this.answers(), at, group);
    if (now.toLowerCase().includes(words.toLowerCase())) return;
    this.write(at, group, now === '' ? words : `${now}, ${words.toLowerCase()}`);
  }

  protected set(field: 'dates' | 'amounts', group: string, value: string | number | undefined): void {
    this.answersChange.emit(setGiven(this.answers(), field, group, value === '' ? undefined : value));
  }

  protected agree(group: string, isGiven: boolean): void {
    this.answersChange.emit(setConsent(this.answers(), group, isGiven));
  }

  /**
   * The most frequent notes to the kitchen, added by a tap; allergies only into a loud note, which is printed so that
   * nobody overlooks it. Common practice.
   */
  #quickNotes(group: Group): string[] {
    if (group.kind !== 'note') return [];
    return staffMessage(this.locale(), isLoudNote(group) ? 'line.quick-allergies' : 'line.quick-notes').split('\n');
  }
}

function isLoudNote(group: Group): boolean {
  return group.kind === 'note' && (group.note?.loud ?? false);
}
