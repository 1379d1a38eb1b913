import type {
  AllergenSheet,
  Context,
  CrossPlace,
  DecidedCell,
  ExtremeBuilds,
  Fallout,
  MadeWithout,
  Margins,
  Menu,
  Out,
  RuleOnDish,
} from '@hearty-ladle/core';

/** What can be asked about a menu that takes too long for a keystroke, with the type of its answer. */
export interface Analyses {
  /** The dishes on which a rule can be true. */
  readonly 'rule-impact': { readonly about: { readonly rule: string }; readonly answer: readonly RuleOnDish[] };
  /** On how many dishes each rule can be true. */
  readonly 'rule-counts': { readonly about: Record<never, never>; readonly answer: ReadonlyMap<string, number> };
  /** What else decides the cells of a cross table. */
  readonly 'decided-cells': { readonly about: { readonly place: CrossPlace }; readonly answer: readonly DecidedCell[] };
  readonly 'extreme-builds': { readonly about: { readonly item: string }; readonly answer: ExtremeBuilds | undefined };
  /** What goes down when something is 86'd. */
  readonly fallout: {
    readonly about: { readonly context: Context; readonly before: Out; readonly after: Out };
    readonly answer: Fallout;
  };
  /** What each dish costs to make and leaves. */
  readonly margins: { readonly about: Record<never, never>; readonly answer: readonly Margins[] };
  /** What every dish contains, over all its builds. */
  readonly 'allergen-sheet': {
    readonly about: { readonly location: string | undefined };
    readonly answer: AllergenSheet;
  };
  /** What a guest who can't have some allergens is told of each dish. */
  readonly 'made-without': {
    readonly about: { readonly avoid: readonly string[]; readonly context: Context };
    readonly answer: readonly MadeWithout[];
  };
}

export type AnalysisKind = keyof Analyses;
export type AnalysisQuestion = {
  [K in AnalysisKind]: { readonly kind: K; readonly menu: Menu } & Analyses[K]['about'];
}[AnalysisKind];
