/** Least contrast ratio for text at level AA (WCAG 2.2, 1.4.3). The server judges by the same formula. */
export const ENOUGH = 4.5

function channel(hex: string, from: number): number {
  const value = parseInt(hex.slice(from, from + 2), 16) / 255
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
}

const luminance = (hex: string) =>
  0.2126 * channel(hex, 1) + 0.7152 * channel(hex, 3) + 0.0722 * channel(hex, 5)

/** The contrast ratio of two colours `#RRGGBB`, 1 to 21; `NaN` while one is half typed. */
export function contrast(one: string, other: string): number {
  const [a, b] = [luminance(one), luminance(other)]
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
}
