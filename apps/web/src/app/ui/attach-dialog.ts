import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { offeredOn, type Group, type AttachAs, type AttachRequest, type Workbook } from '@hearty-ladle/core';
import { Dialog } from 'primeng/dialog';
import { DishPicker, type PickedDishes } from './dish-picker.ts';

const NONE: PickedDishes = { items: [], sections: [], tags: [], except: [] };

/** Attaches one or several groups to one or many dishes at once. */
@Component({
  selector: 'hl-attach-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, DishPicker],
  template: `
    <p-dialog [visible]="true" [modal]="true" [draggable]="false" [style]="{ width: '720px' }" [header]="'Ask “' + names() + '” on many dishes'" (onHide)="closed.emit()">
      @if (others().length > 0) {
        <details>
          <summary>{{ more().size === 0 ? 'And other groups with it' : 'With ' + more().size + ' more' }}</summary>
          <div class="others">@for (group of others(); track group.id) { <label><input type="checkbox" [checked]="more().has(group.id)" (change)="add(group.id, $any($event.target).checked)" /> {{ group.name }}</label> }</div>
        </details>
      }
      <hl-dish-picker [menu]="menu()" [done]="done()" (pickedChange)="picked.set($event)" />
      <fieldset class="how">
        <legend class="sr">How</legend>
        <label><input type="radio" name="attach-as" [checked]="how() === 'shared'" (change)="how.set('shared')" /> <span><strong>Shared</strong>: a change to the group reaches them all</span></label>
        <label><input type="radio" name="attach-as" [checked]="how() === 'own'" (change)="how.set('own')" /> <span><strong>Their own copies</strong>: from now on each goes its own way</span></label>
      </fieldset>
      @if (byRule(); as words) {
        <label class="later"><input type="checkbox" [checked]="later()" [disabled]="how() === 'own'" (change)="later.set($any($event.target).checked)" /> <span>Also on dishes that come to {{ words }} later</span></label>
      }
      <ng-template #footer>
        <button type="button" class="button" (click)="closed.emit()">Not now</button>
        <button type="button" class="button main" [disabled]="picked().items.length === 0 && !(later() && byRule())" (click)="attach()">{{ picked().items.length === 0 ? 'Ask it' : picked().items.length === 1 ? 'Ask it on this dish' : 'Ask it on these ' + picked().items.length + ' dishes' }}</button>
      </ng-template>
    </p-dialog>
  `,
  styles: `
    @layer app {
      details { margin-bottom: 10px; }
      summary { cursor: pointer; color: var(--teal); }
      .others { display: grid; grid-template-columns: 1fr 1fr; max-height: 140px; overflow-y: auto; }
      label { display: flex; gap: 8px; align-items: center; min-height: 32px; }
      .how, .later { margin-top: 10px; }
    }
  `,
})
export class AttachDialog {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  readonly attached = output<AttachRequest>();
  readonly closed = output<void>();
  protected readonly picked = signal<PickedDishes>(NONE);
  protected readonly how = signal<AttachAs>('shared');
  protected readonly later = signal(false);
  protected readonly more = signal<ReadonlySet<string>>(new Set());
  protected readonly others = computed(() => this.menu().groups.filter(({ id }) => id !== this.group().id));
  protected readonly groups = computed(() => [this.group().id, ...this.more()]);
  protected readonly names = computed(() => this.menu().groups.filter(({ id }) => this.groups().includes(id)).map(({ name }) => name).join(', '));
  protected readonly done = computed(() => {
    const dishes = offeredOn(this.menu());
    return new Set(this.more().size > 0 ? [] : (dishes.get(this.group().id) ?? []));
  });
  protected readonly byRule = computed(() => {
    const { sections, tags } = this.picked();
    const names = this.menu().sections.filter(({ id }) => sections.includes(id)).map(({ name }) => (typeof name === 'string' ? name : (name[this.menu().locales[0] ?? ''] ?? '')));
    return [...names, ...tags.map((tag) => `#${tag}`)].join(', ');
  });

  protected add(id: string, on: boolean): void {
    const next = new Set(this.more());
    if (on) next.add(id);
    else next.delete(id);
    this.more.set(next);
  }

  protected attach(): void {
    const { items, sections, tags, except } = this.picked();
    const later = this.later() && this.how() === 'shared' && this.byRule() !== '' ? { sections, tags, except } : undefined;
    this.attached.emit({ groups: this.groups(), dishes: items, as: this.how(), later });
  }
}
