import type { ValueTransformer } from 'typeorm';

/** bigint comes from the driver as text; here it is a number that is known to be exact. */
export const safeInteger: ValueTransformer = {
  to: (value: number) => value,
  from: (text: string | null) => {
    if (text === null) return null;
    const value = Number(text);
    if (!Number.isSafeInteger(value)) throw new Error(`not a safe integer: ${text}`);
    return value;
  },
};
