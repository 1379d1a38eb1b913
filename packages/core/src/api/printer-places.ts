import Type, { type Static } from 'typebox';
import { PrinterHealth } from './kitchen.ts';
import { HOST } from './printer-addresses.ts';
import { enumOf, object, oneOf } from './schema.ts';

const PrinterAddress = object({
  is: Type.Literal('address'),
  host: Type.String({ minLength: 1, maxLength: 253, pattern: HOST }),
  port: Type.Integer({ minimum: 1, maximum: 65_535 }),
});

/**
 * What prints at a station of a location: a printer at an address, the simulated one, or nothing, so that its tickets are
 * on the pass only.
 */
export const PrinterPlace = oneOf(
  PrinterAddress,
  object({ is: Type.Literal('simulated') }),
  object({ is: Type.Literal('none') }),
);
export type PrinterPlace = Readonly<Static<typeof PrinterPlace>>;

/**
 * What came of a test print. `unknown`: bytes were sent but nothing was confirmed. `busy`: the printer is printing tickets.
 * `health` is absent when the printer was not asked.
 */
export const TestPrint = object({
  result: enumOf('printed', 'refused', 'unknown', 'busy'),
  health: Type.Optional(PrinterHealth),
});
export type TestPrint = Readonly<Static<typeof TestPrint>>;
