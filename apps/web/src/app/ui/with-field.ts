/** The object with another value in one field, or without the field. */
export function withField<T extends object, K extends keyof T>(thing: T, field: K, value: T[K] | undefined): T {
  if (value !== undefined) return { ...thing, [field]: value };
  const { [field]: _, ...rest } = thing;
  return rest as T;
}
