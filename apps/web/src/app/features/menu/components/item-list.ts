import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, inject, Injector, input, output, signal } from '@angular/core';
import { type CompiledMenu, type Item, minorDigits, newId, parsePrice, priceText, textIn } from '@hearty-ladle/core';

/** The sections of the menu with their dishes; typing narrows the list; a new dish needs a name and a price. */
@Component({
  selector: 'hl-item-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input class="input filter" type="search" placeholder="Find a dish" aria-label="Find a dish" [value]="filter()" (input)="filter.set($any($event.target).value)" />
    <div class="scroll">
      @for (section of sections(); track section.id) {
        <section>
          <h2>{{ section.name }}</h2>
          <ul>
            @for (item of section.items; track item.id) {
              <li><button type="button" [class.here]="item.id === current()" [attr.aria-current]="item.id === current() ? 'true' : null" (click)="chosen.emit(item.id)"><span>{{ item.name }}</span><span class="price">{{ item.price }}</span></button></li>
            }
          </ul>
          @if (adding() === section.id) {
            <form (submit)="add($event, section.id)">
              <input #name class="input" aria-label="Name of the new dish" placeholder="Name" required />
              <input #price class="input" aria-label="Price of the new dish" placeholder="Price" inputmode="decimal" [class.wrong]="wrong()" />
              @if (wrong()) { <p class="wrong-text" role="alert">A name, and a price such as 8.90.</p> }
              <div><button class="button main">Add</button><button type="button" class="button bare" (click)="adding.set(undefined)">Not now</button></div>
            </form>
          } @else if (!filter()) {
            <button type="button" class="button bare new" (click)="begin(section.id)">+ New dish</button>
          }
        </section>
      } @empty { <p class="quiet none">No dish is called that.</p> }
    </div>
  `,
  styles: `
    @layer app {
      :host { display: grid; grid-template-rows: auto minmax(0, 1fr); height: 100%; }
      .filter { margin: 12px; width: calc(100% - 24px); }
      .scroll { overflow-y: auto; padding: 0 8px 24px; }
      h2 { font: 600 13.5px/1.3 var(--sans); color: var(--quiet); padding: 10px 6px 4px; }
      li button { display: flex; justify-content: space-between; gap: 8px; width: 100%; min-height: 36px; align-items: center; padding: 0 8px; border: 0; border-radius: var(--radius); background: transparent; text-align: left; cursor: pointer; font: 500 15px/1.2 var(--serif); }
      li button:hover { background: var(--card); }
      li .here { background: var(--teal-soft); box-shadow: inset 4px 0 0 var(--teal); }
      li .price { font-size: 12.5px; color: var(--quiet); }
      .new { color: var(--teal); font-size: 14px; }
      form { display: grid; gap: 6px; padding: 8px; }
      form div { display: flex; gap: 6px; }
      .none { padding: 12px; }
    }
  `,
})
export class ItemList {
  readonly menu = input.required<CompiledMenu>();
  readonly current = input<string>();
  readonly chosen = output<string>();
  readonly added = output<Item>();
  protected readonly filter = signal('');
  protected readonly adding = signal<string | undefined>(undefined);
  protected readonly wrong = signal(false);

  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);

  protected readonly sections = computed(() => {
    const { menu, firstLocale } = this.menu();
    const wanted = this.filter().trim().toLowerCase();
    const digits = minorDigits(menu.currency);
    const rows = menu.items
      .map((item) => ({
        id: item.id,
        sections: item.sections ?? [],
        name: textIn(item.name, firstLocale, firstLocale),
        names: (typeof item.name === 'string' ? [item.name] : Object.values(item.name)).join(' ').toLowerCase(),
        price: priceText(item.price, digits, [menu.priceLists[0]?.id ?? '']).split(' ')[0] ?? '',
      }))
      .filter(({ names }) => names.includes(wanted));
    const known = menu.sections.map(({ id, name }) => ({ id, name: textIn(name, firstLocale, firstLocale), items: rows.filter((row) => row.sections.includes(id)) }));
    const loose = rows.filter((row) => row.sections.length === 0);
    const all = loose.length > 0 || known.length === 0 ? [...known, { id: '', name: 'In no section yet', items: loose }] : known;
    return wanted ? all.filter(({ items }) => items.length > 0) : all;
  });

  protected begin(section: string): void {
    this.wrong.set(false);
    this.adding.set(section);
    afterNextRender(() => this.#host.nativeElement.querySelector<HTMLInputElement>('form input')?.focus(), { injector: this.#injector });
  }

  protected add(event: Event, section: string): void {
    event.preventDefault();
    const [nameBox, priceBox] = (event.target as HTMLFormElement).querySelectorAll('input');
    const name = nameBox?.value.trim() ?? '';
    const { menu } = this.menu();
    const price = parsePrice(priceBox?.value ?? '', minorDigits(menu.currency), menu.priceLists.map(({ id }) => id));
    const isSound = name !== '' && price !== undefined && Object.values(typeof price === 'number' ? [price] : price).every((value) => value >= 0);
    this.wrong.set(!isSound);
    if (!isSound) return;
    const id = newId(name, menu.items.map((item) => item.id));
    this.adding.set(undefined);
    this.added.emit({ id, name, price, ...(section && { sections: [section] }) });
  }
}
