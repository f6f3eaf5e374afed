/** Ways of getting the pattern onto the stock and off again; minutes are estimates for a sheet of one A4. */
export const transfers = ['tape-under', 'print-glue', 'tape-over', 'trace'] as const
export type Transfer = (typeof transfers)[number]

export interface TransferCost {
  /** to put on and take off, min */
  on: number
  off: number
  /** how far the sawn line may lie from the true one through the method itself, mm */
  error: number
  /** share of the heat index it spares (tape carries resin and wax to the blade); estimate */
  cooler: number
}
export const transferCost: Record<Transfer, TransferCost> = {
  'print-glue': { on: 3, off: 6, error: 0.2, cooler: 0 },
  'tape-under': { on: 5, off: 2, error: 0.2, cooler: 0.2 },
  'tape-over': { on: 5, off: 4, error: 0.2, cooler: 0.2 },
  trace: { on: 15, off: 1, error: 0.5, cooler: 0 },
}
