/** Languages to choose from; a menu may be in any other too. */
export const LANGUAGES =
  'ar cs da de el en es et fi fr he hi hu id is it ja ko lt lv nb nl pl pt ro ru sk sl sv th tr uk vi zh'.split(' ');

/** A language by its own name, so that its speakers find it. */
export function languageName(tag: string): string {
  const name = new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag;
  return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1);
}
