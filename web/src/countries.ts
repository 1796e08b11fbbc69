/** Two letters of ISO 3166-1 with the name the browser knows for them. */
export const COUNTRIES = (() => {
  const names = new Intl.DisplayNames(['en'], { type: 'region', fallback: 'none' });
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  return letters
    .flatMap((a) => letters.map((b) => a + b))
    .flatMap((code) => {
      const label = names.of(code);
      return label && !['EU', 'EZ', 'UN', 'ZZ', 'XA', 'XB', 'QO'].includes(code)
        ? [{ value: code, label: `${label} (${code})` }]
        : [];
    })
    .sort((a, b) => a.label.localeCompare(b.label));
})();
