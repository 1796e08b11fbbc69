const LONGEST = 11;

/** What nobody has chosen yet. */
export const UNNAMED_SMS_SENDER = 'Shop';

/**
 * A sender of text messages made from a brand's name: 11 characters, letters and digits of the Latin alphabet, which is
 * what networks take (3GPP TS 23.040, 9.1.2.5, with the letters that every network passes on). Whole words where they
 * fit; empty where nothing is left.
 */
export function smsSenderFrom(brand: string): string {
  const words = brand
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[øØ]/g, (o) => (o === 'ø' ? 'o' : 'O'))
    .replace(/[łŁ]/g, (l) => (l === 'ł' ? 'l' : 'L'))
    .replace(/[^A-Za-z0-9]+/g, ' ')
    .trim()
    .split(' ');
  let sender = words[0].slice(0, LONGEST);
  for (const word of words.slice(1)) {
    if (`${sender} ${word}`.length > LONGEST) break;
    sender = `${sender} ${word}`;
  }
  return sender;
}

/** A brand's new name, and with it the SMS sender for as long as nobody has chosen another. */
export function rename(name: string, before: { name?: string | null; smsSender?: string | null }) {
  const follows =
    !before.smsSender ||
    before.smsSender === UNNAMED_SMS_SENDER ||
    before.smsSender === smsSenderFrom(before.name ?? '');
  return follows ? { name, smsSender: smsSenderFrom(name) || UNNAMED_SMS_SENDER } : { name };
}
