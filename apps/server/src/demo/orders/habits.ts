/** How busy the hours of a day are, from 7 o'clock. */
export const HOURS: Readonly<Record<number, number>> = {
  7: 3,
  8: 6,
  9: 6,
  10: 4,
  11: 6,
  12: 15,
  13: 13,
  14: 6,
  15: 3,
  16: 3,
  17: 6,
  18: 12,
  19: 14,
  20: 9,
  21: 4,
};

/** How busy the days of a week are, Monday first. */
export const WEEKDAYS = [0.75, 0.8, 0.9, 1, 1.35, 1.5, 1.1];

/** What sections are wanted by the hour: before half past ten, at midday, in the afternoon, in the evening. */
export const SECTIONS: Readonly<
  Record<string, readonly [morning: number, midday: number, afternoon: number, evening: number]>
> = {
  bowls: [1, 10, 4, 12],
  rice: [0, 5, 2, 7],
  porridge: [10, 0, 0, 0],
  griddle: [6, 5, 4, 3],
  plates: [0, 3, 3, 6],
  tea: [10, 3, 9, 3],
  'cold-drinks': [2, 4, 4, 4],
  sweet: [1, 2, 6, 3],
  gather: [0, 4, 0, 0.3],
};

export const NAMES = [
  'Odile',
  'Tamsin',
  'Bruno',
  'Ines',
  'Kaspar',
  'Nour',
  'Wilma',
  'Teo',
  'Signe',
  'Anselm',
  'Rahel',
  'Ivo',
  'Maud',
  'Pilar',
  'Joris',
  'Selma',
  'Dario',
  'Hanne',
  'Lou',
  'Viggo',
  'Amara',
  'Fenna',
  'Rasmus',
  'Zora',
];

/** What guests ask of the kitchen, the commonest first. */
export const KITCHEN_NOTES = [
  'no scallion please',
  'broth very hot',
  'cut in two',
  'sauce on the side',
  'less salt',
  'extra napkins',
  'no spoon',
];
export const ALLERGY_NOTES = ['peanuts, seriously', 'no shellfish at all', 'coeliac', 'egg allergy', 'milk allergy'];
export const COURIER_NOTES = [
  'second door, green bell',
  'leave it with the porter',
  'call when you are there',
  'the gate sticks: push',
];
export const STREETS = ['Cooper’s Rise', 'Old Ropewalk', 'Candle Row', 'Tinder Lane', 'Weir Bank'];
