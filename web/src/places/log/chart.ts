/** A token's colour as it is now, paper or lamp. */
export const css = (token: string) => getComputedStyle(document.documentElement).getPropertyValue(token).trim()

/** What every chart of the log has alike; made anew when the lamp is lit. */
export function chartStyle() {
  const text = { color: css('--ink'), fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 14 }
  return {
    text,
    base: {
      animation: false,
      aria: { enabled: true },
      textStyle: text,
      legend: { top: 0, left: 0, textStyle: text, itemWidth: 14, itemHeight: 10 },
    },
    tooltip: { backgroundColor: css('--sheet'), borderColor: css('--ink'), textStyle: text },
    splitLine: { lineStyle: { color: css('--faint') } },
  }
}
