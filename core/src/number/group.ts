/** Things put together by a key, in the order their first came. */
export function grouped<T, K>(of: readonly T[], key: (x: T) => K): T[][] {
  const groups = new Map<K, T[]>()
  for (const x of of) {
    const k = key(x)
    const known = groups.get(k)
    if (known) known.push(x)
    else groups.set(k, [x])
  }
  return [...groups.values()]
}
