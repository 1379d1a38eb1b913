import { ChangeDetectionStrategy, Component, computed, forwardRef, input, output } from '@angular/core';
import type { Condition, Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import type { Option } from '../../../ui/fields/option.ts';
import { RemoveButton } from './remove-button.ts';
import { RuleCount } from './rule-count.ts';
import { RuleWord } from './rule-word.ts';
import { CONDITION_KINDS, conditionKind, type ConditionKind, RuleOptions } from './rule-options.ts';

interface Range {
  readonly atLeast?: number;
  readonly atMost?: number;
}

/** A condition of a rule: one line per thought, each word of it a control; all, any and not indent what is in them. */
@Component({
  selector: 'hl-rule-condition',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, forwardRef(() => RuleCondition), RemoveButton, RuleCount, RuleWord],
  templateUrl: './rule-condition.html',
  styleUrl: './rule-words.css',
})
export class RuleCondition {
  readonly menu = input.required<Workbook>();
  readonly condition = input.required<Condition>();
  /** The only condition of its list, which can't be removed. */
  readonly isOnly = input(false);
  readonly conditionChange = output<Condition>();
  readonly removed = output<void>();

  protected readonly options = computed(() => new RuleOptions(this.menu()));
  protected readonly KINDS = CONDITION_KINDS;
  protected readonly kind = computed(() => conditionKind(this.condition()) ?? 'picked');
  protected readonly list = computed(() => {
    const condition = this.condition();
    if ('all' in condition) return { joiner: 'all', parts: condition.all };
    return 'any' in condition ? { joiner: 'any', parts: condition.any } : undefined;
  });
  protected readonly negated = computed(() => {
    const condition = this.condition();
    return 'not' in condition ? condition.not : undefined;
  });
  protected readonly picked = computed(() => {
    const condition = this.condition();
    return 'picked' in condition ? condition.picked : undefined;
  });
  protected readonly pickedGroup = computed(() => this.picked()?.split('/')[0] ?? '');
  protected readonly units = computed(() => {
    const condition = this.condition();
    return 'units' in condition ? condition.units : undefined;
  });
  protected readonly range = computed((): Range | undefined => {
    const condition = this.condition();
    return 'units' in condition ? condition.units : 'quantity' in condition ? condition.quantity : undefined;
  });
  /** A word that is chosen from a short list: the channel, the service, a location and so on. */
  protected readonly word = computed(() => {
    const condition = this.condition();
    const options = this.options();
    if ('channel' in condition) return { options: CHANNELS, value: condition.channel as string };
    if ('service' in condition) return { options: SERVICES, value: condition.service as string };
    if ('location' in condition) return { options: options.of('locations'), value: condition.location };
    if ('daypart' in condition) return { options: options.of('dayparts'), value: condition.daypart };
    if ('priceList' in condition) return { options: options.of('priceLists'), value: condition.priceList };
    return 'guest' in condition ? { options: options.of('guests'), value: condition.guest } : undefined;
  });
  protected readonly JOINERS: readonly Option[] = [
    { value: 'all', label: 'all of these' },
    { value: 'any', label: 'any of these' },
  ];

  protected join(joiner: string): void {
    const parts = [...(this.list()?.parts ?? [])];
    this.conditionChange.emit(joiner === 'all' ? { all: parts } : { any: parts });
  }

  protected setPart(index: number, part: Condition | undefined): void {
    const list = this.list();
    if (!list) return;
    const parts = list.parts.flatMap((it, i) => (i !== index ? [it] : part ? [part] : []));
    this.conditionChange.emit(list.joiner === 'all' ? { all: parts } : { any: parts });
  }

  protected addPart(): void {
    const next = this.options().newCondition('picked') ?? { channel: 'online' };
    const list = this.list();
    if (!list) return this.conditionChange.emit({ all: [this.condition(), next] });
    const parts = [...list.parts, next];
    this.conditionChange.emit(list.joiner === 'all' ? { all: parts } : { any: parts });
  }

  /** Takes the list apart when one condition is left. */
  protected unwrap(): void {
    const [only] = this.list()?.parts ?? [];
    if (only) this.conditionChange.emit(only);
  }

  protected turnAround(): void {
    this.conditionChange.emit(this.negated() ?? { not: this.condition() });
  }

  protected setNegated(not: Condition): void {
    this.conditionChange.emit({ not });
  }

  protected setKind(kind: string): void {
    const next = this.options().newCondition(kind as ConditionKind);
    if (next) this.conditionChange.emit(next);
  }

  protected setPickedGroup(group: string): void {
    const choice = this.options().choicesOf(group)[0];
    if (choice) this.conditionChange.emit({ picked: choice.value });
  }

  protected setPicked(picked: string): void {
    this.conditionChange.emit({ picked });
  }

  protected setOf(of: string): void {
    const { atLeast, atMost } = this.range() ?? {};
    this.conditionChange.emit({
      units: { of, ...(atLeast !== undefined && { atLeast }), ...(atMost !== undefined && { atMost }) },
    });
  }

  /** Sets one end of a range; one of the ends is always there. */
  protected setEnd(end: keyof Range, text: string): void {
    const { atLeast, atMost } = this.range() ?? {};
    const count = /^\d{1,3}$/.test(text.trim()) ? Number(text) : undefined;
    if (count === undefined && text.trim() !== '') return;
    const next = { ...(atLeast !== undefined && { atLeast }), ...(atMost !== undefined && { atMost }) };
    if (count === undefined) Reflect.deleteProperty(next, end);
    else next[end] = count;
    if (Object.keys(next).length === 0) return;
    const units = this.units();
    this.conditionChange.emit(units ? { units: { of: units.of, ...next } } : { quantity: next });
  }

  protected setWord(value: string): void {
    this.conditionChange.emit({ [this.kind()]: value } as unknown as Condition);
  }
}

const CHANNELS: readonly Option[] = [
  { value: 'online', label: 'in the shop' },
  { value: 'pos', label: 'at the till' },
];
const SERVICES: readonly Option[] = [
  { value: 'dine-in', label: 'dine in' },
  { value: 'takeaway', label: 'takeaway' },
  { value: 'delivery', label: 'delivery' },
];
