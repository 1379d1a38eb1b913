/** The id of a station's printer at a location; a house without locations has one printer for each station. */
export function printerAt(location: string | undefined, station: string): string {
  return location === undefined ? station : `${location}:${station}`;
}

/** The station that a printer belongs to; ids of stations and locations have no colon. */
export function stationOfPrinter(printer: string): string {
  return printer.slice(printer.indexOf(':') + 1);
}
