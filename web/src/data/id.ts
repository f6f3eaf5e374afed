/** A new record’s id, told from others of its kind by chance alone; in pages that are not secure too. */
export const freshId = (kind: string): string => crypto.getRandomValues(new Uint32Array(3)).reduce((s, n) => s + n.toString(36), kind)
