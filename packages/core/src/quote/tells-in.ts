import { textIn } from '../menu/text.ts';
import type { Quote } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';

/** What the rules of a quote tell, in the language of `locale`; in the menu's first where a text is not translated. */
export function tellsIn({ menu, firstLocale }: CompiledMenu, { tellRules }: Quote, locale: string): string[] {
  return tellRules.flatMap((id) =>
    (menu.rules?.find((rule) => rule.id === id)?.then ?? []).flatMap((effect) =>
      'tell' in effect ? [textIn(effect.tell, locale, firstLocale)] : [],
    ),
  );
}
