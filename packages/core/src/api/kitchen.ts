import Type, { type Static } from 'typebox';
import { optional } from '../menu/schema-kit.ts';
import { Order } from './line.ts';
import { PRINTER_MODES } from './printer-modes.ts';
import { OrderQuote, OrderTicket, TicketLine, TicketNote } from './quote.ts';
import { WorkbookDocument } from './workbook.ts';
import { count, enumOf, many, nullable, object, oneOf, text, Timestamp, Uuid } from './schema.ts';

/** What the server answers about orders, tickets and printers. */

const money = Type.Integer();

/** The state of a ticket's printout. */
export const PaperState = object({
  /** `stopped`: given up because of `fault`. A person must look, and may reprint it. */
  state: enumOf('waiting', 'sending', 'printed', 'stopped'),
  /** The station whose printer printed it, or should. */
  printer: text,
  fault: nullable(text),
  /** Whether it may have been printed twice. */
  doubtful: Type.Boolean(),
});
export type PaperState = Static<typeof PaperState>;

/** A ticket on the pass; `paper` is absent if its station has no printer. */
export const PassTicket = object({
  id: Uuid,
  orderId: Uuid,
  orderNumber: count,
  name: nullable(text),
  place: nullable(text),
  service: text,
  /** The order's location; absent if it names none. */
  location: optional(text),
  station: text,
  lines: many(TicketLine),
  notes: many(TicketNote),
  /** What its guest can't have, in the menu's first language. */
  warnings: optional(many(text)),
  round: OrderTicket.properties.round,
  isVoid: OrderTicket.properties.isVoid,
  sentAt: Timestamp,
  /** The first day for which something of the order is wanted, if it names one. */
  wanted: optional(text),
  bumpedAt: nullable(Timestamp),
  paper: optional(PaperState),
});
export type PassTicket = Readonly<Static<typeof PassTicket>>;

/** Whether an order is being made, all of its tickets are bumped, or something of it was voided. */
export const OrderState = enumOf('making', 'done', 'voided');
export type OrderState = Static<typeof OrderState>;

const listed = {
  id: Uuid,
  number: count,
  placedAt: Timestamp,
  name: nullable(text),
  place: nullable(text),
  /** What was ordered comes to, all rounds together; `due`: what is left of it after voids. */
  total: money,
  due: money,
  channel: text,
  service: text,
  /** `name`: the dish's when it was sold. */
  lines: many(object({ item: text, name: text, quantity: Type.Number() })),
  /** The number of its tickets, and how many of them are bumped. */
  tickets: count,
  bumped: count,
};
/** An order in the list. */
export const ListedOrder = object(listed);
export type ListedOrder = Readonly<Static<typeof ListedOrder>>;

/** Where voided food goes: back into stock, or into waste. */
export const VoidedStock = enumOf('back', 'waste');
export type VoidedStock = Static<typeof VoidedStock>;

/** An event in the history of an order. */
export const OrderEvent = object({
  at: Timestamp,
  what: enumOf('placed', 'bumped', 'recalled', 'printed', 'not-printed', 'voided'),
  station: optional(text),
  printer: optional(text),
  copy: optional(count),
  doubtful: optional(Type.Boolean()),
  /** Why printing was given up (`not-printed`). */
  fault: optional(text),
  /** Which round was placed, or something voided of. */
  round: optional(count),
  /** Who voided it and why, and whether it went back into stock. */
  by: optional(text),
  reason: optional(text),
  stock: optional(VoidedStock),
});
export type OrderEvent = Readonly<Static<typeof OrderEvent>>;

/**
 * What was ordered at one time: with the order, or added to it later. `edition`: the one that it was made on; `menu`: that
 * menu, with the dishes of the round only; `voided`: how much of each line was voided since.
 */
export const OrderRound = object({
  id: Uuid,
  round: count,
  placedAt: Timestamp,
  edition: count,
  menu: WorkbookDocument,
  request: Type.Unsafe<Order>(Order),
  quote: OrderQuote,
  total: money,
  due: money,
  voided: many(count),
});
export type OrderRound = Readonly<Static<typeof OrderRound>>;

/** An order with everything known about it. */
export const OpenedOrder = object({
  ...listed,
  location: optional(text),
  rounds: many(OrderRound),
  rail: many(object({ ...OrderTicket.properties, id: Uuid, bumpedAt: nullable(Timestamp) })),
  history: many(OrderEvent),
});
export type OpenedOrder = Readonly<Static<typeof OpenedOrder>>;

/** The progress of an order, for its guest. */
export const Progress = object({
  number: count,
  total: money,
  tickets: count,
  bumped: count,
  /** When it will be ready, if guests are told. */
  readyAt: optional(Timestamp),
});
export type Progress = Readonly<Static<typeof Progress>>;

/** `round`: of an order that was placed before, if it was added to one. */
export const PlacedOrder = object({ id: Uuid, number: count, total: money, round: optional(count) });
export type PlacedOrder = Readonly<Static<typeof PlacedOrder>>;

/** What a round comes to as ordered, and after voids. */
export const VoidAnswer = object({ id: Uuid, total: money, due: money });
export type VoidAnswer = Readonly<Static<typeof VoidAnswer>>;

/** An order on hold at a till. `dishes`: number of lines. */
export const ParkedOrder = object({
  id: Uuid,
  label: text,
  parkedAt: Timestamp,
  dishes: count,
  /** A till is taking it right now. */
  reserved: Type.Boolean(),
});
export type ParkedOrder = Readonly<Static<typeof ParkedOrder>>;

/** A printer's last known health; `stalled`: it stopped answering; `away`: nothing answers at its address. */
export const PrinterHealth = enumOf('unknown', 'ok', 'out-of-paper', 'jammed', 'stalled', 'away');
export type PrinterHealth = Static<typeof PrinterHealth>;

export const PrinterMode = enumOf(...PRINTER_MODES);
export type PrinterMode = Static<typeof PrinterMode>;

/** A station's printer at a location, if the house has any. `mode`: the behaviour of a simulated one, null for a real one. */
export const Printer = object({
  id: text,
  station: text,
  location: optional(text),
  host: text,
  port: count,
  health: PrinterHealth,
  since: Timestamp,
  mode: nullable(PrinterMode),
});
export type Printer = Readonly<Static<typeof Printer>>;

/** A printed line, parsed back from the bytes sent to a simulated printer. */
export const PaperLineOut = oneOf(
  object({ text, big: Type.Boolean(), bold: Type.Boolean(), reversed: Type.Boolean() }),
  /** A drawn line: PNG in base64, with its size in dots. */
  object({ image: text, width: count, height: count }),
);
export type PaperLineOut = Readonly<Static<typeof PaperLineOut>>;

/** What a simulated printer printed: one ticket, up to the cut. */
export const PaperOut = object({ id: count, printer: text, printedAt: Timestamp, body: many(PaperLineOut) });
export type PaperOut = Readonly<Static<typeof PaperOut>>;
