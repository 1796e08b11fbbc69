import { expect, it } from 'vitest';
import { pageTitle } from './usePageTitle';

it('names the page before the product', () => {
  expect(pageTitle('/orders', true)).toBe('Orders · Upbeat Herald');
  expect(pageTitle('/orders/kites/QK%2F1', true)).toBe('Order QK/1 · Upbeat Herald');
  expect(pageTitle('/setup/unmapped-codes', true)).toBe('Unmapped codes · Upbeat Herald');
  expect(pageTitle('/setup', true)).toBe('Setup · Upbeat Herald');
  expect(pageTitle('/nowhere', true)).toBe('Upbeat Herald');
});

it('says sign in before anybody is', () => {
  expect(pageTitle('/orders', false)).toBe('Sign in · Upbeat Herald');
});
