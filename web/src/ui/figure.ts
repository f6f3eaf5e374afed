/**
 * Names a figure in the page with its value in base units (s, mm, strokes a minute, pieces), so that what two places show of one
 * job can be held side by side.
 * @param of the job it is of, where it is not the one in hand
 */
export const figure = (name: string, value: number | undefined, of?: string): Record<string, string> =>
  value === undefined || !Number.isFinite(value)
    ? {}
    : { 'data-figure': name, 'data-value': String(Number(value.toPrecision(6))), ...(of && { 'data-of': of }) }
