/**
 * Active currencies of ISO 4217 with the number of digits of their minor unit, from memory; `currencies.test.ts` checks
 * the list against the platform's Intl.
 */
const BY_DIGITS: readonly (readonly [digits: number, codes: string])[] = [
  [0, 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF'],
  [3, 'BHD IQD JOD KWD LYD OMR TND'],
  [4, 'CLF UYW'],
  [
    2,
    'AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF ' +
      'CHW CNY COP COU CRC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG ' +
      'HUF IDR ILS INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR ' +
      'MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD ' +
      'SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED VES WST XCD XCG ' +
      'YER ZAR ZMW ZWG',
  ],
];

const DIGITS: ReadonlyMap<string, number> = new Map(
  BY_DIGITS.flatMap(([digits, codes]) => codes.split(' ').map((code) => [code, digits] as const)),
);

export function isCurrency(code: string): boolean {
  return DIGITS.has(code);
}

/** Number of digits of the minor unit: 2 for cents, 0 if there is none; 2 for unknown codes. */
export function minorDigits(currency: string): number {
  return DIGITS.get(currency) ?? 2;
}

export function currencyCodes(): string[] {
  return [...DIGITS.keys()];
}
