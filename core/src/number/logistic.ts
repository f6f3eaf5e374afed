/** 0 … 1 by the logistic curve: ½ at 0, near either end some five beyond. */
export const logistic = (x: number): number => 1 / (1 + Math.exp(-x))
