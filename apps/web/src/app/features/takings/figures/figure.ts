import type { BehindFigure, TakingsFilter } from '@hearty-ladle/core';
import { formatDay } from '../../../text/days.ts';
import type { SoldNames } from '../../../text/sold-names.ts';

/** A cell of a table of figures. */
export interface Cell {
  readonly text: string;
  /** By which the column is sorted, and what a spreadsheet gets. */
  readonly value: string | number;
  /** From 0 to 1, drawn as a bar behind the text. */
  readonly share?: number;
  readonly link?: readonly string[];
  /** How it compares with the weeks before, in words. */
  readonly change?: string;
}

export interface Row {
  readonly id: string;
  readonly cells: readonly Cell[];
  /** The orders that the row counts. */
  readonly behind?: { readonly title: string; readonly figure: Partial<BehindFigure> };
}

export interface Column {
  readonly label: string;
  readonly kind: 'words' | 'number' | 'day';
}

/** What a chart draws; the table below it has the same figures. */
export interface Chart {
  readonly words: string;
  readonly labels: readonly string[];
  readonly series: readonly Series[];
  /** Bars that lie on their side have room for long names. */
  readonly isSideways?: boolean;
  /** A value of the axis in words. */
  readonly axis: (value: number) => string;
  /** The values on the axis are multiples of it. */
  readonly unit?: number;
}

interface Series {
  readonly label: string;
  readonly values: readonly (number | null)[];
  /** The weeks before: drawn as an outline. */
  readonly isBefore?: boolean;
}

/** A table of figures, with its chart if it has one. */
export interface Figure {
  readonly name: string;
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
  readonly chart?: Chart;
}

/** What figures are told with. */
export interface Telling {
  readonly names: SoldNames;
  readonly money: (minor: number) => string;
  readonly filter: TakingsFilter;
}

export const words = (label: string): Column => ({ label, kind: 'words' });
export const figures = (label: string): Column => ({ label, kind: 'number' });
export const days = (label: string): Column => ({ label, kind: 'day' });

export const textCell = (text: string, link?: readonly string[]): Cell => ({
  text,
  value: text,
  ...(link !== undefined && { link }),
});
export const dayCell = (day: string): Cell => ({ text: formatDay(day, 'en-GB'), value: day });
export const countCell = (count: number): Cell => ({ text: count.toLocaleString('en-GB'), value: count });
export const moneyCell = ({ money }: Telling, minor: number, before?: number): Cell => ({
  text: money(minor),
  value: minor / 100,
  ...(before !== undefined && { change: changeText(minor, before) }),
});

/** A share of a whole, with a bar; empty where there is no whole. */
export function shareCell(part: number, whole: number): Cell {
  if (whole === 0) return { text: '–', value: '' };
  const share = part / whole;
  return { text: percent(share), value: Math.round(share * 1000) / 10, share };
}

/** A margin: what is left of the money whose cost is known. */
export function marginCell(
  { money }: Telling,
  { costed, cost }: { readonly costed: number; readonly cost: number },
): Cell {
  if (costed === 0) return { text: 'not known', value: '' };
  const left = costed - cost;
  return { text: `${money(left)} (${percent(left / costed)})`, value: left / 100 };
}

export function percent(share: number): string {
  return `${(share * 100).toLocaleString('en-GB', { maximumFractionDigits: Math.abs(share) < 0.1 ? 1 : 0 })}%`;
}

/** How much more or less it is than before. */
export function changeText(now: number, before: number): string {
  if (before === 0) return now === 0 ? 'as before' : 'new';
  const change = (now - before) / Math.abs(before);
  if (Math.abs(change) < 0.0005) return 'as before';
  return `${change > 0 ? '+' : '−'}${percent(Math.abs(change))}`;
}

/** Minutes and seconds, as a clock has them. */
export function clockText(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
