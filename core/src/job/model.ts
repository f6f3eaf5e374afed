/** Version of the formulas and constants; every record keeps the one it was reckoned with. */
export const MODEL = 4
