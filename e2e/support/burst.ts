import type { Page } from '@playwright/test';

const MODIFIERS: Readonly<Record<string, number>> = { Alt: 1, Control: 2 };

/**
 * Presses keys faster than the screen renders; none waits for the one before. Single letters are typed; `Enter` and
 * others are key names, with modifiers before them as in `Alt++`.
 */
export async function burst(page: Page, ...keys: readonly string[]): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  const sent: Promise<unknown>[] = [];
  for (const name of keys) {
    const [, modifier = '', key = name] = /^(Alt|Control)\+(.+)$/.exec(name) ?? [];
    const modifiers = MODIFIERS[modifier] ?? 0;
    const text = key === 'Enter' ? '\r' : key.length === 1 && modifiers === 0 ? key : undefined;
    const windowsVirtualKeyCode = key === 'Enter' ? 13 : key.toUpperCase().charCodeAt(0);
    const press = { key, modifiers, windowsVirtualKeyCode };
    sent.push(
      devtools.send('Input.dispatchKeyEvent', {
        type: text === undefined ? 'rawKeyDown' : 'keyDown',
        ...press,
        ...(text !== undefined && { text }),
      }),
    );
    sent.push(devtools.send('Input.dispatchKeyEvent', { type: 'keyUp', ...press }));
  }
  await Promise.all(sent);
  await devtools.detach();
}
