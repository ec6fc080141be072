/** A sum of money in a shop's currency, "€ 12.50" or "12.50" where it has not said which. */
export function moneyText(value: number, currency: string | undefined): string {
  if (currency === undefined) return value.toFixed(2);
  try {
    return new Intl.NumberFormat('en', { style: 'currency', currency }).format(value);
  } catch {
    return `${value.toFixed(2)} ${currency}`;
  }
}
