import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  compileMenu,
  type Condition,
  type Effect,
  newRuleId,
  pathsIn,
  quoteLine,
  type Rule,
  ruleSentence,
  rulesAbout,
  type Station,
  switchRuleOff,
  switchRuleOn,
  textIn,
  writeRule,
} from '@hearty-ladle/core';
import { debounceTime, of, switchMap } from 'rxjs';
import { ButtonDirective } from 'primeng/button';
import { Tag } from 'primeng/tag';
import { clock } from '../../../clock.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { formatCount } from '../../../text/counts.ts';
import { FindingsView } from '../../../state/findings-view.ts';
import { FindingList } from '../../../ui/finding-list.ts';
import { FindingMark } from '../../../ui/finding-mark.ts';
import { Faces } from '../../../ui/faces.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { RuleCondition } from '../components/rule-condition.ts';
import { RuleEffect } from '../components/rule-effect.ts';
import { RuleLine, type TypedRule } from '../components/rule-line.ts';
import { RuleOptions } from '../components/rule-options.ts';
import { changesByRule } from './rule-effects-text.ts';

const IMPACT_PAUSE_MS = 300;

/** House rules as sentences: typed or built, with what each of them does to which dishes. */
@Component({
  selector: 'hl-rules-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    Faces,
    FindingList,
    FindingMark,
    RouterLink,
    RuleCondition,
    RuleEffect,
    RuleLine,
    SwitchField,
    Tag,
    TextField,
    TickBox,
  ],
  templateUrl: './rules-page.html',
  styleUrl: './rules-page.css',
})
export class RulesPage {
  readonly rule = input<string>();
  protected readonly view = inject(MenuView);
  protected readonly marks = inject(FindingsView).marks;
  readonly #editor = inject(MenuEditor);
  readonly #router = inject(Router);
  readonly #finder = inject(AnalysisFinder);

  /** On how many dishes each rule can be true; undefined until it was computed once. */
  readonly #counts = toSignal(
    toObservable(this.view.menu).pipe(
      debounceTime(IMPACT_PAUSE_MS),
      switchMap((menu) => (menu ? this.#finder.find('rule-counts', menu, {}) : of(undefined))),
    ),
  );
  protected readonly rows = computed(() => {
    const menu = this.view.menu();
    if (!menu) return [];
    const row = (rule: Rule, isOff: boolean) => ({
      dishes: isOff ? undefined : this.#counts()?.get(rule.id),
      id: rule.id,
      name: rule.name ?? '',
      parts: ruleSentence(menu, rule),
      isOff,
    });
    return [
      ...(menu.rules ?? []).map((rule) => row(rule, false)),
      ...(menu.offRules ?? []).map(({ rule }) => row(rule, true)),
    ];
  });
  protected readonly isOff = computed(() => this.view.menu()?.offRules?.some(({ id }) => id === this.rule()) ?? false);
  protected readonly current = computed(() => {
    const menu = this.view.menu();
    return (
      menu?.rules?.find(({ id }) => id === this.rule()) ?? menu?.offRules?.find(({ id }) => id === this.rule())?.rule
    );
  });
  protected readonly sentence = computed(() => {
    const menu = this.view.menu();
    const rule = this.current();
    return menu && rule ? writeRule(menu, rule) : '';
  });
  protected readonly setsBase = computed(() => this.current()?.then.some((effect) => 'setBase' in effect) ?? false);

  /** The dishes on which the open rule can be true; undefined while it is computed. */
  readonly #impactQuery = computed(() => {
    const menu = this.view.menu();
    const rule = this.rule();
    return menu && rule !== undefined && !this.isOff() ? { menu, rule } : undefined;
  });
  readonly #impact = toSignal(
    toObservable(this.#impactQuery).pipe(
      debounceTime(IMPACT_PAUSE_MS),
      switchMap((query) =>
        query ? this.#finder.find('rule-impact', query.menu, { rule: query.rule }) : of(undefined),
      ),
    ),
  );
  protected readonly dishes = computed(() => {
    const menu = this.view.menu();
    return this.#impact()?.map(({ item, builds, replay }) => ({
      id: item,
      name: menu ? textIn(menu.items.find(({ id }) => id === item)?.name ?? item, this.#first(), this.#first()) : item,
      builds:
        builds === null
          ? 'more builds than can be counted'
          : builds === '1'
            ? '1 build'
            : `${formatCount(builds)} builds`,
      replay,
    }));
  });
  protected readonly shownDish = linkedSignal<string | undefined, string | undefined>({
    source: this.rule,
    computation: () => undefined,
  });
  protected readonly example = computed(() => {
    const dishes = this.dishes() ?? [];
    return dishes.find(({ id }) => id === this.shownDish()) ?? dishes[0];
  });
  protected readonly VIEWS = [
    { value: 'with', label: 'With this rule' },
    { value: 'without', label: 'Without it' },
  ] as const;
  protected readonly side = linkedSignal<string | undefined, string>({ source: this.rule, computation: () => 'with' });
  readonly #without = computed(() => {
    const menu = this.view.menu();
    return menu && compileMenu({ ...menu, rules: (menu.rules ?? []).filter(({ id }) => id !== this.rule()) });
  });
  protected readonly faceMenu = computed(() => (this.side() === 'with' ? this.view.compiled() : this.#without()));
  /** What the rule changes in the example. */
  protected readonly changes = computed(() => {
    const [menu, without, example] = [this.view.compiled(), this.#without(), this.example()];
    if (!menu || !without || !example?.replay) return [];
    const { picks, occasion } = example.replay;
    const line = { ...occasion, item: example.id, picks: [...picks] };
    const shown = (this.current()?.then ?? []).flatMap((effect) => ('show' in effect ? [effect.show] : []));
    return [
      ...shown.map((path) => `${new RuleOptions(menu.menu).nameOf(path)} is offered only then`),
      ...changesByRule(menu, quoteLine(menu.menu, line, clock), quoteLine(without.menu, line, clock)),
    ];
  });
  /** Other rules that speak of the same groups or choices. */
  protected readonly related = computed(() => {
    const menu = this.view.menu();
    const rule = this.current();
    if (!menu || !rule) return [];
    const found = new Map(
      pathsIn(rule)
        .flatMap((path) => rulesAbout(menu, path))
        .map((one) => [one.id, one]),
    );
    return [...found.values()]
      .filter(({ id }) => id !== rule.id)
      .map((one) => ({ id: one.id, text: writeRule(menu, one) }));
  });
  protected readonly places = computed(() => {
    const menu = this.view.menu();
    const rule = this.current();
    if (!menu || !rule) return { sections: [], items: [] };
    const name = ({ id, name: text }: { id: string; name: Station['name'] | Readonly<Record<string, string>> }) => ({
      id,
      name: textIn(text as never, this.#first(), this.#first()),
    });
    return {
      sections: menu.sections.map((it) => ({ ...name(it), isOn: rule.sections?.includes(it.id) ?? false })),
      items: menu.items.map((it) => ({ ...name(it), isOn: rule.items?.includes(it.id) ?? false })),
    };
  });

  readonly #first = computed(() => this.view.firstLocale());

  protected add(typed: TypedRule): void {
    const menu = this.view.menu();
    if (!menu) return;
    const id = newRuleId(menu, 'rule');
    this.#editor.put('rules', { id, ...typed }, 'Added a house rule');
    void this.#router.navigate(['/rules', id]);
  }

  protected retype(rule: Rule, typed: TypedRule): void {
    const { items: _items, sections: _sections, ...rest } = rule;
    this.put({ ...rest, ...typed });
  }

  protected put(rule: Rule, field?: string): void {
    const how = field === undefined ? {} : { field };
    this.#editor.put('rules', rule, `Changed the house rule “${rule.name ?? rule.id}”`, how);
  }

  protected rename(rule: Rule, name: string): void {
    const { name: _, ...rest } = rule;
    this.put(name.trim() === '' ? rest : { ...rest, name }, 'name');
  }

  protected setWhen(rule: Rule, when: Condition): void {
    this.put({ ...rule, when });
  }

  protected setEffect(rule: Rule, index: number, effect: Effect | undefined): void {
    const then = rule.then.flatMap((it, i) => (i !== index ? [it] : effect ? [effect] : []));
    this.put({ ...rule, then });
  }

  protected addEffect(rule: Rule): void {
    const menu = this.view.menu();
    const effect = menu && (new RuleOptions(menu).newEffect('hide') ?? { tell: 'A word for the guest' });
    if (effect) this.put({ ...rule, then: [...rule.then, effect] });
  }

  protected narrow(rule: Rule, field: 'items' | 'sections', id: string, isOn: boolean): void {
    const { [field]: before = [], ...rest } = rule;
    const next = isOn ? [...before, id] : before.filter((it) => it !== id);
    this.put(next.length === 0 ? (rest as Rule) : ({ ...rest, [field]: next } as Rule));
  }

  protected move(rule: Rule, by: 1 | -1): void {
    const rules = this.view.menu()?.rules ?? [];
    const index = rules.findIndex(({ id }) => id === rule.id) + by;
    if (index < 0 || index >= rules.length) return;
    this.#editor.change('Moved a house rule', [{ type: 'move', kind: 'rules', id: rule.id, index }]);
  }

  protected switch(rule: Rule): void {
    const menu = this.view.menu();
    if (!menu) return;
    const name = rule.name ?? 'a house rule';
    if (this.isOff()) this.#editor.change(`Switched on ${name}`, switchRuleOn(menu, rule.id));
    else this.#editor.change(`Switched off ${name}`, switchRuleOff(menu, rule.id));
  }

  protected copy(rule: Rule): void {
    const menu = this.view.menu();
    if (!menu) return;
    const id = newRuleId(menu, rule.name ?? 'rule');
    const name = rule.name === undefined ? {} : { name: `${rule.name}, copied` };
    this.#editor.put('rules', { ...rule, id, ...name }, 'Copied a house rule');
    void this.#router.navigate(['/rules', id]);
  }

  protected remove(rule: Rule): void {
    const kind = this.isOff() ? 'offRules' : 'rules';
    this.#editor.change(`Deleted the house rule “${rule.name ?? rule.id}”`, [{ type: 'remove', kind, id: rule.id }]);
    void this.#router.navigate(['/rules']);
  }
}
