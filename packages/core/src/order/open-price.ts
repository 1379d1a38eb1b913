/** Tag of dishes whose price is entered at the till by a person with a PIN. */
export const OPEN_PRICE_TAG = 'open price';
