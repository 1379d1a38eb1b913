/** The port on which network receipt printers listen for raw bytes; common practice. */
export const USUAL_PRINTER_PORT = 9_100;
/** A name of DNS, an IPv4 address, or an IPv6 address without brackets. */
const LABEL = String.raw`[A-Za-z0-9](?:[A-Za-z0-9\-]*[A-Za-z0-9])?`;
export const HOST = `^(?:${LABEL}(?:\\.${LABEL})*|[0-9A-Fa-f:.]*:[0-9A-Fa-f:.]*)$`;

interface PrinterAddress {
  readonly is: 'address';
  readonly host: string;
  readonly port: number;
}

const WITH_PORT = /^(?:\[([^\]]+)\]|([^:]+)):(\d+)$/;

/**
 * Reads an address as people write it: `host`, `host:port` or `[IPv6]:port`, with the usual port if none is given.
 * Undefined if it is none.
 */
export function readPrinterAddress(text: string): PrinterAddress | undefined {
  const written = text.trim();
  const [, bracketed, plain, digits] = WITH_PORT.exec(written) ?? [];
  const host = bracketed ?? plain ?? written;
  const port = digits === undefined ? USUAL_PRINTER_PORT : Number(digits);
  const isPort = Number.isInteger(port) && port >= 1 && port <= 65_535;
  return isPort && host.length <= 253 && new RegExp(HOST).test(host) ? { is: 'address', host, port } : undefined;
}

/** An address as people write it. */
export function printerAddressText({ host, port }: Omit<PrinterAddress, 'is'>): string {
  const name = host.includes(':') ? `[${host}]` : host;
  return port === USUAL_PRINTER_PORT && !host.includes(':') ? host : `${name}:${port}`;
}

/** The id of a station's printer at a location; a house without locations has one printer for each station. */
export function printerAt(location: string | undefined, station: string): string {
  return location === undefined ? station : `${location}:${station}`;
}

/** The station that a printer belongs to; ids of stations and locations have no colon. */
export function stationOfPrinter(printer: string): string {
  return printer.slice(printer.indexOf(':') + 1);
}
