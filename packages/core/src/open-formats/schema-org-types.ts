/** The types and properties of schema.org that a menu is written in; prices are decimals of the currency. */

export interface SchemaMenu {
  readonly '@context': 'https://schema.org';
  readonly '@type': 'Menu';
  readonly name: string;
  readonly inLanguage: string;
  readonly url?: string;
  readonly hasMenuSection?: readonly SchemaMenuSection[];
  readonly hasMenuItem?: readonly SchemaMenuItem[];
}

export interface SchemaMenuSection {
  readonly '@type': 'MenuSection';
  readonly name: string;
  readonly description?: string;
  readonly image?: string;
  readonly hasMenuItem: readonly SchemaMenuItem[];
}

export interface SchemaMenuItem {
  readonly '@type': 'MenuItem';
  readonly name: string;
  readonly description?: string;
  readonly image?: string;
  readonly offers?: SchemaOffer;
  readonly nutrition?: SchemaNutrition;
  /** What can be added: the choices of each group. */
  readonly menuAddOn?: readonly SchemaMenuSection[];
}

export type SchemaOffer =
  | { readonly '@type': 'Offer'; readonly price: string; readonly priceCurrency: string }
  | {
      readonly '@type': 'AggregateOffer';
      readonly lowPrice: string;
      readonly highPrice: string;
      readonly priceCurrency: string;
    };

export interface SchemaNutrition {
  readonly '@type': 'NutritionInformation';
  /** Declared as on menus: `240 calories`, `150/250 calories`, `150-300 calories`. */
  readonly calories: string;
}
