import type { ValueTransformer } from 'typeorm';

/** The driver returns bigint as text; this converts it to a number and checks that it is exact. */
export const safeInteger: ValueTransformer = {
  to: (value: number) => value,
  from: (text: string | null) => {
    if (text === null) return null;
    const value = Number(text);
    if (!Number.isSafeInteger(value)) throw new Error(`not a safe integer: ${text}`);
    return value;
  },
};
