import { createContext } from 'react';

/** Languages written from right to left (Unicode CLDR, character order of locales), as the server has them. */
const RIGHT_TO_LEFT = ['ar', 'ckb', 'dv', 'fa', 'he', 'ps', 'ug', 'ur', 'yi'];

/** @param language BCP 47; a script that is named decides */
export function directionOf(language: string): 'ltr' | 'rtl' {
  const parts = language.toLowerCase().split('-');
  if (parts.includes('arab') || parts.includes('hebr')) return 'rtl';
  if (parts.includes('latn') || parts.includes('cyrl')) return 'ltr';
  return RIGHT_TO_LEFT.includes(parts[0]) ? 'rtl' : 'ltr';
}

/** The language that texts are being written in, for the fields they are written in. */
export const WritingLanguage = createContext('en');
