import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { DAY_PARTS, type Menu } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import type { TakingsView } from '../../../api/takings-api.ts';
import { Who } from '../../../state/session.ts';
import { serviceOptions } from '../../../text/services.ts';
import { DateField } from '../../../ui/fields/date-field.ts';
import { namedOptions, type Option } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import type { SoldNames } from '../../../text/sold-names.ts';
import type { AskedFor } from '../pages/asked-for.ts';

const PERIODS: readonly Option[] = [
  { value: '1', label: 'Today' },
  { value: '7', label: 'Last 7 days' },
  { value: '28', label: 'Last 28 days' },
  { value: '84', label: 'Last 12 weeks' },
  { value: '364', label: 'Last 52 weeks' },
  { value: '', label: 'From … to …' },
];
/** What can be set beside the weeks before. */
export const COMPARED: ReadonlySet<string> = new Set(['time', 'dishes', 'groups'] satisfies TakingsView[]);
/** What is not told for one dish alone. */
const WITHOUT_DISH: ReadonlySet<string> = new Set(['together', 'kitchen', 'what-if']);
const PART_NAMES = ['Night', 'Morning', 'Midday', 'Afternoon', 'Evening'];
const HOURS: readonly Option[] = [
  { value: '', label: 'Any time' },
  ...DAY_PARTS.map((from, i) => {
    const to = DAY_PARTS[i + 1] ?? 24;
    return { value: `${from}-${to}`, label: `${PART_NAMES[i] ?? ''}, ${from}–${to}` };
  }),
];

/** Which orders are looked at. */
@Component({
  selector: 'hl-takings-filters',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DateField, SelectField, TickBox],
  templateUrl: './takings-filters.html',
  styleUrl: './takings-filters.css',
})
export class TakingsFilters {
  readonly #who = inject(Who);
  readonly asked = input.required<AskedFor>();
  readonly menu = input.required<Menu>();
  readonly names = input.required<SoldNames>();
  readonly view = input.required<TakingsView | 'what-if'>();
  /** What is changed; empty takes a filter away. */
  readonly changed = output<Readonly<Record<string, string>>>();
  protected readonly hasPeriod = computed(() => this.view() !== 'what-if');
  protected readonly hasDish = computed(() => !WITHOUT_DISH.has(this.view()));
  protected readonly canCompare = computed(() => COMPARED.has(this.view()));
  protected readonly PERIODS = PERIODS;
  protected readonly HOURS = HOURS;
  protected readonly CHANNELS: readonly Option[] = [
    { value: '', label: 'Shop and till' },
    { value: 'online', label: 'Online' },
    { value: 'pos', label: 'At the till' },
  ];
  protected readonly services: readonly Option[] = [{ value: '', label: 'Any service' }, ...serviceOptions('en')];
  /** Those where somebody may see them. */
  protected readonly locations = computed(() => {
    const places = this.#who.places('see-takings');
    const all = this.menu().locations ?? [];
    return places === 'everywhere'
      ? namedOptions(all, 'Every location')
      : namedOptions(
          all.filter(({ id }) => places.includes(id)),
          'All of mine',
        );
  });
  protected readonly dishes = computed(() =>
    namedOptions(
      this.menu()
        .items.map(({ id }) => ({ id, name: this.names().item(id) }))
        .sort((one, other) => one.name.localeCompare(other.name)),
      'Every dish',
    ),
  );
  protected readonly hours = computed(() => {
    const { fromHour, toHour } = this.asked().filter;
    return fromHour === undefined ? '' : `${fromHour}-${toHour ?? 24}`;
  });
  protected readonly isNarrowed = computed(() => {
    const { from: _, to: __, ...others } = this.asked().filter;
    return Object.keys(others).length > 0;
  });

  protected chooseHours(hours: string): void {
    const [fromHour = '', toHour = ''] = hours.split('-');
    this.changed.emit({ fromHour, toHour });
  }

  protected choosePeriod(days: string): void {
    const { from, to } = this.asked().filter;
    this.changed.emit(days === '' ? { days, from, to } : { days, from: '', to: '' });
  }

  protected clear(): void {
    this.changed.emit({ location: '', channel: '', service: '', fromHour: '', toHour: '', item: '' });
  }
}
