import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Message } from 'primeng/message';
import { StaffPipe } from '../messages/staff-message.ts';
import { MenuView } from '../state/menu-view.ts';

/** Says on the screens of the house that nothing is published yet, so that there is nothing to sell or read. */
@Component({
  selector: 'hl-nothing-served',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Message, StaffPipe],
  template: `@if (view.isNotServed()) {
    <p-message severity="warn">{{ 'page.nothing-served' | staff: locale() }}</p-message>
  }`,
})
export class NothingServed {
  readonly locale = input('en');
  protected readonly view = inject(MenuView);
}
