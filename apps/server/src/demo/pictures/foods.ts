import { SAVOURY } from './savoury.ts';
import { SWEET } from './sweet.ts';

/** Drawings of single foods, by name. */
export const FOODS = { ...SAVOURY, ...SWEET };
export type Food = keyof typeof FOODS;
