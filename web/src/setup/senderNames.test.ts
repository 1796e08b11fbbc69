import { expect, test } from 'vitest';
import { findProposal } from './publicAddress';
import { rename, smsSenderFrom } from './senderNames';

test.each([
  ['Kites', 'Kites'],
  ['Harbour Kites', 'Harbour'],
  ['Sea & Sky 24', 'Sea Sky 24'],
  ['Quillfeathermakers', 'Quillfeathe'],
  ['Łódź Żagle', 'Lodz Zagle'],
  ['Größe Øst', 'Grosse Ost'],
  ['凧', ''],
  ['  ', ''],
])('the SMS sender of %s is %s', (brand, sender) => expect(smsSenderFrom(brand)).toBe(sender));

test('every proposal is one that the form takes', () => {
  for (const brand of ['A', 'Kites of the North', 'Ünder 9 Köln & Söhne', 'x'.repeat(60), '1 2 3 4 5 6 7 8 9'])
    expect(smsSenderFrom(brand)).toMatch(/^[A-Za-z0-9 ]{1,11}$/);
});

test('the SMS sender follows the name until somebody chooses another', () => {
  let brand: { name?: string; smsSender?: string } = { name: 'Your shop', smsSender: 'Shop' };
  for (const name of ['H', 'Ha', 'Harbour Kites']) brand = { ...brand, ...rename(name, brand) };
  expect(brand).toEqual({ name: 'Harbour Kites', smsSender: 'Harbour' });
  expect(rename('Other', { ...brand, smsSender: 'HK' })).toEqual({ name: 'Other' });
  expect(rename('凧', brand)).toEqual({ name: '凧', smsSender: 'Shop' });
});

test('the page’s own address is proposed unless it is there already', () => {
  expect(findProposal('https://a.example', 'http://127.0.0.1:8080')).toBe('https://a.example');
  expect(findProposal('https://a.example', 'https://a.example')).toBeUndefined();
  expect(findProposal('https://a.example', 'http://127.0.0.1:8080', ' https://a.example/ ')).toBeUndefined();
});
