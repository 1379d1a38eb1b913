import { joinPointer, type Fault } from '../menu/fault.ts';

/** Maximum nesting of lists and objects, so that recursive functions can't overflow the stack. */
const MAX_DEPTH = 256;
/** Path steps shown to a person; the whole path would not help. */
const STEPS_SHOWN = 2;

/**
 * Faults that a schema can't express: nesting that is too deep (then reported alone), and text, including keys, that
 * PostgreSQL and JSON can't store: lone surrogates and U+0000.
 */
export function plainFaults(root: unknown): Fault[] {
  const found: Fault[] = [];
  const steps: (string | number)[] = [];
  /** False once the value is known to be too deep. */
  const visit = (value: unknown): boolean => {
    if (typeof value === 'string') {
      if (!isStorable(value)) found.push({ path: joinPointer('', ...steps), code: 'bad-text', params: {} });
      return true;
    }
    if (typeof value !== 'object' || value === null) return true;
    if (steps.length >= MAX_DEPTH) return false;
    // The keys of a long list would be a million strings.
    if (Array.isArray(value)) return value.every((entry, i) => enter(i, entry));
    return Object.entries(value).every(([key, inner]) => {
      if (!isStorable(key)) found.push({ path: joinPointer('', ...steps), code: 'bad-text', params: {} });
      return enter(key, inner);
    });
  };
  const enter = (step: string | number, value: unknown): boolean => {
    steps.push(step);
    const isShallow = visit(value);
    if (isShallow) steps.pop();
    return isShallow;
  };
  return visit(root)
    ? found
    : [{ path: joinPointer('', ...steps.slice(0, STEPS_SHOWN)), code: 'too-deep', params: { deepest: MAX_DEPTH } }];
}

/** Whether a text is well-formed Unicode without U+0000. */
function isStorable(text: string): boolean {
  return !/[\p{Surrogate}\u0000]/u.test(text);
}
