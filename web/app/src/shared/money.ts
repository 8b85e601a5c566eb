/** Decimals of a currency: 2 for EUR, 0 for JPY. */
const decimals = (currency: string): number => {
  try {
    return (
      new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions()
        .maximumFractionDigits ?? 2
    )
  } catch {
    return 2
  }
}

/** Minor units as people type them: 2050 is 20.5. */
export const inUnits = (minor: number, currency: string) => minor / 10 ** decimals(currency)

/** What somebody typed, in minor units. */
export const inMinor = (units: number, currency: string) => Math.round(units * 10 ** decimals(currency))

/** An amount in words: €20.50. */
export function money(minor: number, currency: string): string {
  try {
    return new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(inUnits(minor, currency))
  } catch {
    return `${currency} ${inUnits(minor, currency)}`
  }
}
