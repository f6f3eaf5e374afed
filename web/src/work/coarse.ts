/** mm a path may stray that is made for looking at the whole of a pattern. */
export const COARSE = 0.1
