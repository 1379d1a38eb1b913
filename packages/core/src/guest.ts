/**
 * What a guest's page needs of the core at run time, so that it loads no more of it. Types come from the core itself.
 */
export { compileMenu } from './compile/compile-menu.ts';
export { isListed } from './edits/sold-where.ts';
export { withStandIns } from './edits/stand-ins.ts';
export { readPicks } from './exchange/build-link.ts';
export { moneyText, parseMoney } from './exchange/price-text.ts';
export { textIn } from './menu/text.ts';
export { pictureText, templateFor } from './menu/workbook.ts';
export { minorDigits } from './money/currencies.ts';
export { priceIn } from './money/money.ts';
export { EU_ALLERGENS, allergenName } from './nutrition/allergens.ts';
export { statedParts } from './nutrition/build-statement.ts';
export { declaredRange } from './nutrition/calories.ts';
export { broughtOf, choiceStatement } from './nutrition/statements.ts';
export { beforeSale, withoutSale, withoutSalesOn } from './order/before-sale.ts';
export { contextOf, quoteOrder } from './order/quote-order.ts';
export { quoteLine } from './order/quote.ts';
export { PANTRY_FORMAT } from './pantry/format.ts';
export { countsAt } from './pantry/counts-at.ts';
export { partText } from './print-layout/part-text.ts';
export { clockOf } from './quote/calendar.ts';
export { isClosed } from './quote/closed.ts';
export {
  dropChoice,
  groupAt,
  noteAt,
  pickChoice,
  picksAt,
  preselectedLine,
  setAmount,
  setConsent,
  setGiven,
  setNote,
  setUnits,
  withoutUnknown,
} from './quote/edit-line.ts';
export { pictureFor } from './quote/picture.ts';
export { pricesAhead } from './quote/price-ahead.ts';
export { dateWindow } from './quote/resolve-line.ts';
export { tellsIn } from './quote/tells-in.ts';
export { readBack } from './summary/read-back.ts';
export { isInOneList, offeredVariants, pickVariant } from './variants/pick-variant.ts';
