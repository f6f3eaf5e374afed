/** Of the heat index that strokes are chosen for: it leaves room for a moment’s dwelling. */
export const COOL = 0.7
