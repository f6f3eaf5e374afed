/** Text as it may stand in an XML file. */
export const escapeXml = (s: string): string =>
  s.replace(/[\p{Cc}\p{Cs}\uFFFE\uFFFF]/gu, ' ').replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
