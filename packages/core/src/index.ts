export * from './result.ts';
export { type Price, priceIn } from './money/money.ts';
export { currencyCodes, minorDigits } from './money/currencies.ts';
export * from './menu/document.ts';
export * from './menu/group-schema.ts';
export { type Condition, Service } from './menu/condition-schema.ts';
export { type Fault } from './menu/fault.ts';
export { type Result } from './result.ts';
export { isUntranslated, textIn, withTextIn } from './menu/text.ts';
export { thingOf } from './menu/paths.ts';
export { faultsOfMeaning } from './menu/validate.ts';
export { compileMenu } from './compile/compile-menu.ts';
export { type Clock, clockOf, isLocalMinute, localMinute } from './quote/calendar.ts';
export { dateWindow } from './quote/resolve-line.ts';
export { Context, Line, Order, Out, type Pick } from './api/line.ts';
export { quoteLine } from './order/quote.ts';
export {
  givenBack,
  leftOfLine,
  leftOfOrder,
  quoteRemains,
  type Remains,
  type VoidedLine,
  voidedByLine,
  voidTickets,
  withVoided,
} from './order/void-order.ts';
export { contextOf, quoteOrder } from './order/quote-order.ts';
export { orderQuoteForGuests, quoteForGuests } from './quote/cost.ts';
export { MenuPromise, PinnedBuild, PromiseFile } from './api/promise.ts';
export {
  type Broken,
  brokenPromises,
  newlyBroken,
  pinned,
  promisedAnew,
  promiseFindings,
  promisesOf,
  replayOfLine,
} from './promises/keep.ts';
export { Snooze } from './menu/snooze.ts';
export { snoozeOf } from './menu/snooze-of.ts';
export { type Mend, type MendKind } from './mends/candidates.ts';
export { KINDS } from './menu/scope.ts';
export { ASIDE_KINDS } from './menu/workbook.ts';
export { checkWorkbook, findingKey, provedMend } from './mends/prove.ts';
export { menuForGuests } from './menu/for-guests.ts';
export { menuInLanguage } from './menu/in-language.ts';
export { faultMessage } from './messages/fault-message.ts';
export * from './change/change.ts';
export * from './change/merge.ts';
export {
  type Edit,
  idOf,
  LIST_KINDS,
  type ListKind,
  SETTINGS_ID,
  type Settings,
  settingsOf,
  type Thing,
  thingFinder,
  type ThingKind,
  type ThingRef,
} from './change/edit.ts';
export { ChangeRequest } from './api/change.ts';
export {
  dropChoice,
  groupAt,
  type GroupPlace,
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
export type { Answers } from './api/line.ts';
export type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from './compile/compiled.ts';
export * from './edits/index.ts';
export * from './exchange/price-text.ts';
export * from './exchange/typed-list.ts';
export { readPicks, writePicks } from './exchange/build-link.ts';
export { cleanNote } from './quote/clean-note.ts';
export { type Analysis, analyzeItem } from './analysis/analyze.ts';
export { type Margins, marginsOf } from './analysis/margins.ts';
export { checkMenu, LineCheck } from './check/check-menu.ts';
export type { Finding, Replay } from './check/finding.ts';
export { findingMessage, occasionText, findingReport } from './messages/finding-message.ts';
export { allergenName, avoidanceWarnings, EU_ALLERGENS, KNOWN_ALLERGENS, mayBeSame } from './nutrition/allergens.ts';
export { declaredRange, roundedCalories } from './nutrition/calories.ts';
export { type StatedPart, statedParts } from './nutrition/build-statement.ts';
export { broughtOf, choiceStatement, dishStatement } from './nutrition/statements.ts';
export { type MadeWithout, madeWithout } from './check/made-without.ts';
export { type PriceRange, type PricesAhead, pricesAhead } from './quote/price-ahead.ts';
export { type BeforeSale, beforeSale, withoutSale, withoutSalesOn } from './order/before-sale.ts';
export { documentOf, pictureText, templateFor, type Workbook } from './menu/workbook.ts';
export { type DishReach, type Reach, reachOf } from './reach/reach.ts';
export { type Findable, findByName, plainText } from './search/find-by-name.ts';
export { parseTemplate, type TemplateFault } from './summary/template.ts';
export { type ReadBack, readBack } from './summary/read-back.ts';
export { type AnswerFormats, type WrittenAnswer } from './summary/written-answers.ts';
export { type PaperLine, type TicketHead, ticketPaper } from './print-layout/ticket-paper.ts';
export * from './open-formats/allergen-sheet.ts';
export * from './open-formats/schema-org.ts';
export * from './open-formats/schema-org-types.ts';
export { partText } from './print-layout/part-text.ts';
export { receiptText } from './print-layout/receipt.ts';
export { testPaper } from './print-layout/test-paper.ts';
export { amountWordsOf, differsFromUsual } from './print-layout/word-emphasis.ts';
export { textWidth } from './check/text-width.ts';
export { tellsIn } from './quote/tells-in.ts';
export { isClosed } from './quote/closed.ts';
export { pictureFor } from './quote/picture.ts';
export { OPEN_PRICE_TAG } from './order/open-price.ts';
export { orderOf, Placement } from './api/placement.ts';
export * from './api/quote.ts';
export * from './api/kitchen.ts';
export { PRINTER_MODES } from './api/printer-modes.ts';
export * from './api/constants.ts';
export {
  printerAddressText,
  printerAt,
  readPrinterAddress,
  stationOfPrinter,
  USUAL_PRINTER_PORT,
} from './api/printer-addresses.ts';
export * from './api/printer-places.ts';
export * from './api/tables.ts';
export * from './api/webhooks.ts';
export * from './api/house.ts';
export * from './api/order-limits.ts';
export * from './api/requests.ts';
export * from './api/people.ts';
export * from './people/roles.ts';
export { type CheckLine, FindingReport, type Severity } from './api/check.ts';
export {
  addressOf,
  type AnswerOf,
  type Audience,
  type BodyOf,
  type HeaderName,
  type RefusalFieldsOf,
  refusalsOf,
  type Route,
  type StaticOf,
} from './api/contract.ts';
export { type Announcement, HEARTBEAT_MS, type LiveEvent } from './api/live-event.ts';
export { openApi } from './api/openapi.ts';
export { type Faults, type FaultWithMessage, problemFields } from './api/problem.ts';
export { deviceApi, publicApi, routeName, type Routes, ROUTES, shopApi, workbenchApi } from './api/routes/index.ts';
export {
  type Edition,
  type EditionsNow,
  MOST_REPLAYED_LISTED,
  type OpenedEdition,
  type Publication,
  type Published,
  type PublishAgain,
  type PublishFault,
  type PublishRequest,
  type ReplayLine,
  type ReplayRequest,
  type ServedAt,
  type ServedMenu,
  type ShownEdition,
  type Showing,
} from './api/edition.ts';
export type { Conflict, JournalEntry, Picture, SavedChange, StillUsed, StoredMenu, Versions } from './api/workbook.ts';
export { BLANK_NOTE, withoutNotes, withoutTicketNotes } from './order/blank-notes.ts';
export { limitFaultOf, totalFaultOf } from './order/order-limits.ts';
export { type OrderSource, trustedLine, trustedOrder } from './order/trusted-order.ts';
export { type ReadRule, readRule } from './rule-text/read-rule.ts';
export { ruleSentence, type SentencePart, writeRule } from './rule-text/write-rule.ts';
export { type OffRule } from './menu/aside-schemas.ts';
export { type RuleOnDish, ruleDishCounts, ruleImpact } from './check/rule-impact.ts';
export { crossTable, type CrossTable, groupsAskedBeside, otherRulesAbout } from './cross-table/cross-table.ts';
export { type DecidedCell, decidedCells } from './cross-table/decided.ts';
export type { CrossCell, CrossPlace, CrossStroke, Side } from './cross-table/place.ts';
export { setCrossCells } from './cross-table/set-cells.ts';
export { type ExtremeBuilds, extremeBuilds } from './check/extreme-builds.ts';
export { type CellFields, withCells } from './menu/cells.ts';
export { codeFromPattern, type PatternCode } from './variants/code-pattern.ts';
export { intoVariants, outOfVariants, type PlainDish } from './variants/turn.ts';
export {
  countVariants,
  MOST_VARIANT_GROUPS,
  type VariantGroup,
  variantGroups,
  type VariantRow,
  variantRows,
} from './variants/variant-rows.ts';
export { isInOneList, type OfferedVariant, offeredVariants, pickVariant } from './variants/pick-variant.ts';
export { endOfferEdits, type Offer, offerEdits } from './prices/offers.ts';
export { businessDay, businessDayEnd, minutesLater } from './pantry/business-day.ts';
export { judgeOrder, notEnough } from './pantry/judge-order.ts';
export { whatsOf } from './order/takes.ts';
export { What } from './menu/what.ts';
export { keyOfWhat } from './menu/what-key.ts';
export * from './api/stock.ts';
export { fromThousandths, hasThreeDecimals, toThousandths } from './money/thousandths.ts';
export { type Count, type Off, Pantry } from './pantry/pantry.ts';
export { PANTRY_FORMAT } from './pantry/format.ts';
export { countsAt } from './pantry/counts-at.ts';
export { type Standing, standing, type StandingAt } from './pantry/standing.ts';
export { type NamedWhat, namedWhats } from './pantry/named-whats.ts';
export { outWith } from './pantry/out-with.ts';
export { type DayOfStock, daysLeft } from './pantry/days-left.ts';
export { standInsAt } from './pantry/stand-ins.ts';
export { isKnownWhat } from './pantry/stock-index.ts';
export { type Fallout, fallout, type FalloutWatch } from './check/fallout.ts';
export { differences, editionDifferences, type FieldChange, type PlaceChange } from './editions/differences.ts';
export { changeBetween } from './editions/change-between.ts';
export { EDITION_ASIDES, editionOf } from './editions/edition.ts';
export { type TakenChanges, takenWithout } from './editions/needed-with.ts';
export { takeChanges } from './editions/take-changes.ts';
export { hashOf } from './editions/hash.ts';
export {
  type DatedOrder,
  OrderReplay,
  type ReplayedByDish,
  type ReplayedOrder,
  type ReplaySums,
} from './editions/replay-orders.ts';
export { type PriceKind, type PricePlace, pricePlaces, setPrices } from './prices/price-places.ts';
export { type TriedPrice, withTriedPrices } from './prices/tried-prices.ts';
export { hasOwnAmount, type Raise, raised, type Rounding, withAmounts, withListAmount } from './prices/reprice.ts';
export { isTelling, lift, type Together } from './takings/lift.ts';
export { missedThings } from './takings/missed.ts';
export { noteKey } from './takings/note-key.ts';
export { NO_ITEM, type Sold, type SoldRound, soldOf } from './takings/sold.ts';
export * from './api/takings.ts';
