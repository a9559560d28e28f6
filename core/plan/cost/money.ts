/** Digits a currency has after the point: two for most, none for the yen. */
export function minorDigits(currency: string): number {
  return new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions()
    .maximumFractionDigits!;
}

/** Money as written in the job's currency, from whole minor units: "EUR 1,234.50", "JPY 8,900". */
export function moneyText(minor: number, currency: string): string {
  const format = new Intl.NumberFormat('en-GB', {
    style: 'currency',
    currency,
    currencyDisplay: 'code',
    trailingZeroDisplay: 'stripIfInteger',
  } as Intl.NumberFormatOptions);
  return format.format(minor / 10 ** minorDigits(currency));
}
