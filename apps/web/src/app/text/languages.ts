/** Languages to choose from; a menu may be in any other too. */
export const LANGUAGES =
  'ar cs da de el en es et fi fr he hi hu id is it ja ko lt lv nb nl pl pt ro ru sk sl sv th tr uk vi zh'.split(' ');

const names = new Map<string, string>();

/** A language by its own name, so that its speakers find it. */
export function languageName(tag: string): string {
  const known = names.get(tag);
  if (known !== undefined) return known;
  const name = new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag;
  const capitalized = name.charAt(0).toLocaleUpperCase(tag) + name.slice(1);
  names.set(tag, capitalized);
  return capitalized;
}
