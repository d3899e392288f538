// Several numbers typed in one field, with points or commas for decimals.

const token = (text: string): number => {
  const clean = text.trim().replace('−', '-').replace(',', '.');
  return clean === '' ? NaN : Number(clean);
};

/**
 * Numbers of a list: "8.2, 8.6", "8,2 8,6", "8,2; 8,6". A semicolon parts first, then spaces where commas stand within
 * figures, then commas.
 * @returns undefined where a word is no number; `ask` where a comma could be either (two digits and one comma: "8,2")
 */
export function numberList(text: string): { readonly numbers: readonly number[] } | { readonly ask: boolean } {
  const whole = text.trim();
  const parts = (by: RegExp): string[] =>
    whole
      .split(by)
      .map((p) => p.trim())
      .filter((p) => p !== '');
  const within = /\d,\d/.test(whole);
  const apart = /,\s/.test(whole);
  let list: string[];
  if (/[;\n]/.test(whole)) list = parts(/[;\n]+/);
  else if (within && !apart && /\s/.test(whole)) list = parts(/\s+/);
  else if (within && !apart && !whole.includes('.') && (whole.match(/,/g) ?? []).length === 1) return { ask: true };
  else list = parts(/[,\s]+/);
  const numbers = list.map(token);
  return list.length > 0 && numbers.every(Number.isFinite) ? { numbers } : { ask: false };
}
