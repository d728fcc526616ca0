import { failed, readPrice, type Outcome } from '@sgraffa/core';

const formats = new Map<string, Intl.NumberFormat>();

/** Money in the currency of the settings, as it is written here; a code that the browser does not know stands beside the figure. */
export const moneyWords = (amount: number, currency: string): string => {
  let format = formats.get(currency);
  if (!format) {
    try {
      format = new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'code' });
    } catch {
      format = new Intl.NumberFormat('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });
    }
    formats.set(currency, format);
  }
  return format.format(amount).replace('\u00a0', ' ');
};

/** Reads an amount of money. */
export const readMoney = (text: string): Outcome<{ value: number }> => {
  const read = readPrice(text);
  return read.ok ? { ok: true, value: read.price } : read;
};

/** Reads the code of a currency. */
export const readCurrency = (text: string): Outcome<{ value: string }> => {
  const code = text.trim().toUpperCase();
  return /^[A-Z]{3}$/.test(code)
    ? { ok: true, value: code }
    : failed({
        code: 'no-currency',
        given: `"${text}" was given.`,
        allowed: 'a currency code of three letters.',
        todo: 'Write it like EUR or GBP.',
      });
};
