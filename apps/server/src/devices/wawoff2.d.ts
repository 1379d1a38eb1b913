declare module 'wawoff2' {
  /** A WOFF2 font (W3C recommendation) as TrueType or OpenType. */
  export function decompress(font: Uint8Array): Promise<Uint8Array>;
}
