export const chromiumPath: () => string
export const hasChromium: () => boolean
