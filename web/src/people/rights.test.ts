import { describe, expect, it } from 'vitest';
import { includes, ROLES, roleLabel } from './rights';

describe('roles', () => {
  it('contain those before them', () => {
    for (const [i, has] of ROLES.entries())
      for (const [j, needed] of ROLES.entries()) expect(includes(has.value, needed.value)).toBe(i >= j);
  });
  it('give nothing to nobody, or to a role that isn’t known', () => {
    expect(includes(null, 'view')).toBe(false);
    expect(includes('king', 'view')).toBe(false);
  });
  it('have a name', () => {
    expect(roleLabel('set-up')).toBe('Set up');
    expect(roleLabel(undefined)).toBe('');
  });
});
