import { analyzeItem } from '../analysis/analyze.ts';
import type { Context } from '../api/line.ts';
import type { OfferedGroupView } from '../api/quote.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem, CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import { isListed } from '../edits/sold-where.ts';
import { moneyText } from '../exchange/price-text.ts';
import type { Id, Menu, Text } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';
import { minorDigits } from '../money/currencies.ts';
import { declaredRange } from '../nutrition/calories.ts';
import type { Clock } from '../quote/calendar.ts';
import { preselectedLine } from '../quote/edit-line.ts';
import { evaluateLine } from '../quote/work-line.ts';
import type {
  SchemaMenu,
  SchemaMenuItem,
  SchemaMenuSection,
  SchemaNutrition,
  SchemaOffer,
} from './schema-org-types.ts';

/** For whom a menu is described. */
export interface SchemaOrgOptions {
  readonly location?: Id | undefined;
  readonly priceList?: Id | undefined;
  /** The first language if absent, or if the menu does not have it. */
  readonly locale?: string | undefined;
  /** The address of the shop's page; pictures are given relative to it, and only with it. */
  readonly url?: string | undefined;
  /** Whether the choices of each dish's groups are listed, which makes up most of the document; true if absent. */
  readonly hasAddOns?: boolean | undefined;
  /** Local time: `YYYY-MM-DDTHH:MM`; the clock's if absent. */
  readonly at?: string | undefined;
}

const PICTURES = '/api/pictures/';
const ORIGIN = /^https?:\/\/[^/?#]+/;
const STEPS = 300_000;

/**
 * A menu as JSON-LD in the terms of schema.org (service contract, section 6): what is sold online at a location, with the
 * lowest and highest price of each dish, and what its choices add. A price that is not exactly known is left out.
 */
export function schemaOrg(menu: Menu, options: SchemaOrgOptions, clock: Clock): SchemaMenu {
  return new Description(menu, options, clock).menu();
}

class Description {
  readonly #menu: CompiledMenu;
  readonly #options: SchemaOrgOptions;
  readonly #clock: Clock;
  readonly #context: Context;
  readonly #locale: string;

  constructor(menu: Menu, options: SchemaOrgOptions, clock: Clock) {
    this.#menu = compileMenu(menu);
    this.#options = options;
    this.#clock = clock;
    const { location, priceList, at, locale } = options;
    this.#context = {
      channel: 'online',
      ...(location !== undefined && { location }),
      ...(priceList !== undefined && { priceList }),
      ...(at !== undefined && { at }),
    };
    this.#locale = locale !== undefined && menu.locales.includes(locale) ? locale : (menu.locales[0] ?? '');
  }

  menu(): SchemaMenu {
    const { menu } = this.#menu;
    const listed = menu.items.filter((item) => isListed(item, 'online', this.#options.location));
    const sections = menu.sections.flatMap((section): SchemaMenuSection[] => {
      const items = listed.filter(({ sections: [first] = [] }) => first === section.id);
      if (items.length === 0) return [];
      return [
        {
          '@type': 'MenuSection',
          name: this.#read(section.name),
          ...this.#described(section.description),
          ...this.#pictured(section.image),
          hasMenuItem: items.flatMap(({ id }) => this.#item(id)),
        },
      ];
    });
    const others = listed
      .filter(({ sections: [first] = [] }) => first === undefined)
      .flatMap(({ id }) => this.#item(id));
    return {
      '@context': 'https://schema.org',
      '@type': 'Menu',
      name: menu.name,
      inLanguage: this.#locale,
      ...(this.#options.url !== undefined && { url: this.#options.url }),
      ...(sections.length > 0 && { hasMenuSection: sections }),
      ...(others.length > 0 && { hasMenuItem: others }),
    };
  }

  #item(id: Id): SchemaMenuItem[] {
    const compiled = this.#menu.item(id);
    if (!compiled) return [];
    const { item } = compiled;
    const analysis = analyzeItem(this.#menu.menu, id, this.#context, this.#clock, { steps: STEPS });
    const addOns = (this.#options.hasAddOns ?? true) ? this.#addOns(compiled) : [];
    return [
      {
        '@type': 'MenuItem',
        name: this.#read(item.name),
        ...this.#described(item.description),
        ...this.#pictured(item.image),
        ...(analysis?.exact && analysis.price && { offers: this.#offer(analysis.price) }),
        ...(analysis?.exact && analysis.calories && item.calories !== undefined
          ? { nutrition: nutritionOf(declaredRange(analysis.calories, analysis.builds)) }
          : {}),
        ...(addOns.length > 0 && { menuAddOn: addOns }),
      },
    ];
  }

  /** The choices of each group that is asked of the dish as it is preselected. */
  #addOns(compiled: CompiledItem): SchemaMenuSection[] {
    const line = { ...this.#context, ...preselectedLine(this.#menu, compiled.item.id) };
    const views = evaluateLine(this.#menu, line, this.#clock)?.groups ?? [];
    return compiled.groups.flatMap((group): SchemaMenuSection[] => {
      const view = views.find((one) => one.group === group.id && one.at === undefined);
      const choices = view ? this.#choices(group, view) : [];
      if (choices.length === 0) return [];
      const name = this.#read(group.heading ?? group.group.prompt);
      return [{ '@type': 'MenuSection', name, ...this.#described(group.group.help), hasMenuItem: choices }];
    });
  }

  /** What one unit of each choice adds; one that sets or multiplies the price of the dish has none of its own. */
  #choices({ choices }: OfferedGroup, view: OfferedGroupView): SchemaMenuItem[] {
    return view.choices.flatMap(({ choice: id, price, state }): SchemaMenuItem[] => {
      const offered = choices.find((one) => one.id === id);
      if (!offered || state === 'not-sold') return [];
      return [
        {
          '@type': 'MenuItem',
          name: this.#read(offered.choice.name),
          ...this.#pictured(offered.choice.image),
          ...(price !== null && price >= 0 && { offers: this.#offer({ min: price, max: price }) }),
          ...(offered.choice.calories !== undefined && {
            nutrition: nutritionOf(declaredRange({ min: offered.calories, max: offered.calories }, '1')),
          }),
        },
      ];
    });
  }

  #offer({ min, max }: { readonly min: number; readonly max: number }): SchemaOffer {
    const { currency } = this.#menu.menu;
    const text = (minor: number) => moneyText(minor, minorDigits(currency));
    return min === max
      ? { '@type': 'Offer', price: text(min), priceCurrency: currency }
      : { '@type': 'AggregateOffer', lowPrice: text(min), highPrice: text(max), priceCurrency: currency };
  }

  #described(text: Text | undefined): { readonly description?: string } {
    const description = text === undefined ? '' : this.#read(text);
    return description === '' ? {} : { description };
  }

  /** A picture has an address only where the shop has one. */
  #pictured(image: string | undefined): { readonly image?: string } {
    const [origin] = ORIGIN.exec(this.#options.url ?? '') ?? [];
    return image === undefined || origin === undefined ? {} : { image: origin + PICTURES + encodeURIComponent(image) };
  }

  #read(text: Text): string {
    return textIn(text, this.#locale, this.#menu.firstLocale);
  }
}

function nutritionOf(calories: string): SchemaNutrition {
  return { '@type': 'NutritionInformation', calories: `${calories} calories` };
}
