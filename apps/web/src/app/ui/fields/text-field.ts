import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { FieldControl, fieldId } from './field-control.ts';

/** A labelled text box, of one line or more. */
@Component({
  selector: 'hl-text-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputText, ReactiveFormsModule, Textarea],
  templateUrl: './text-field.html',
})
export class TextField {
  readonly label = input.required<string>();
  /** Only for screen readers. */
  readonly isLabelHidden = input(false);
  readonly value = input('');
  readonly placeholder = input('');
  /** Lines of text; one makes a single-line box. */
  readonly rows = input(1);
  readonly maxLength = input<number>();
  readonly isWrong = input(false);
  /** A blank text is not taken: what is missing is said, and the last text comes back on leaving the box. */
  readonly isRequired = input(false);
  /** Takes the focus and selects the text, as the name of something new that is to be typed over. */
  readonly isTypedOver = input(false);
  readonly inputMode = input<'text' | 'numeric' | 'decimal' | 'search'>('text');
  /** Emits on every keystroke. */
  readonly typed = output<string>();
  /** Emits when the person leaves the box or presses Enter; shows `value` again if nobody took it. */
  readonly entered = output<string>();

  protected readonly id = fieldId();
  protected readonly isMissing = signal(false);
  protected readonly field = new FieldControl(inject(Injector), this.value, '', (text) => {
    this.isMissing.set(this.isRequired() && text.trim() === '');
    if (!this.isMissing()) this.typed.emit(text);
  });
  protected readonly box = viewChild.required<string, ElementRef<HTMLInputElement | HTMLTextAreaElement>>('box', {
    read: ElementRef,
  });

  constructor() {
    afterRenderEffect(() => {
      if (!this.isTypedOver()) return;
      this.focus();
      this.box().nativeElement.select();
    });
  }

  focus(): void {
    this.box().nativeElement.focus();
  }

  blur(): void {
    this.box().nativeElement.blur();
  }

  /** Whether something is the box itself, as the target of an event. */
  isBox(target: EventTarget | null): boolean {
    return target === this.box().nativeElement;
  }

  protected enter(): void {
    if (this.isMissing()) {
      this.isMissing.set(false);
      return this.field.reset();
    }
    this.entered.emit(this.field.control.value);
    this.field.reset();
  }
}
