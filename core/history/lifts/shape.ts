/** What is known of an entry of any shape. */
export type Shape = { readonly v: number; readonly [key: string]: unknown }

/** A field of an entry that may be an object of any shape. */
export const fieldsOf = (value: unknown): Readonly<Record<string, unknown>> | undefined =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : undefined
