interface CurrencyFormat {
  format: Intl.NumberFormat;
  minorDigits: number;
}

/** Making a format costs a hundred times what using it does. */
const formats = new Map<string, CurrencyFormat>();

function formatOf(currency: string): CurrencyFormat {
  let known = formats.get(currency);
  if (!known) {
    const format = new Intl.NumberFormat('en-GB', {
      style: 'currency',
      currency,
      currencyDisplay: 'code',
      trailingZeroDisplay: 'stripIfInteger',
    } as Intl.NumberFormatOptions);
    known = { format, minorDigits: format.resolvedOptions().maximumFractionDigits! };
    formats.set(currency, known);
  }
  return known;
}

/** Digits a currency has after the point: two for most, none for the yen. */
export const minorDigits = (currency: string): number => formatOf(currency).minorDigits;

/** Money as written in the job's currency, from whole minor units: "EUR 1,234.50", "JPY 8,900". */
export function moneyText(minor: number, currency: string): string {
  const { format, minorDigits: digits } = formatOf(currency);
  return format.format(minor / 10 ** digits);
}
