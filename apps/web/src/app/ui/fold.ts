import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, contentChild, input, signal, TemplateRef } from '@angular/core';

/** A part of a page under its title, which is drawn once it is unfolded. */
@Component({
  selector: 'hl-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    <details #part (toggle)="isOpen.set(part.open)">
      <summary>{{ title() }}</summary>
      @if (isOpen()) {
        <ng-container [ngTemplateOutlet]="content()" />
      }
    </details>
  `,
})
export class Fold {
  readonly title = input.required<string>();
  protected readonly content = contentChild.required(TemplateRef);
  protected readonly isOpen = signal(false);
}
