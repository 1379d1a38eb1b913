import { describe, expect, it } from 'vitest';
import { printerAddressText, readPrinterAddress } from './printer-addresses.ts';

describe('a printer’s address', () => {
  it.each([
    ['192.0.2.4', '192.0.2.4', 9100],
    [' printer-3.kitchen:9101 ', 'printer-3.kitchen', 9101],
    ['2001:db8::7', '2001:db8::7', 9100],
    ['[2001:db8::7]:9102', '2001:db8::7', 9102],
  ])('is read from “%s”', (text, host, port) => {
    const read = readPrinterAddress(text);
    expect(read).toEqual({ is: 'address', host, port });
    expect(read && readPrinterAddress(printerAddressText(read))).toEqual(read);
  });

  it.each(['', 'a b', 'printer:0', 'printer:70000', 'http://printer', '-x', 'printer:port', 'a..b', '[x]'])(
    'is not “%s”',
    (text) => expect(readPrinterAddress(text)).toBeUndefined(),
  );
});
