import { describe, expect, it } from 'vitest';
import type { Mapping } from '../api/client';
import { pointAt, pointerOf, step, targetAt, unmappedWords, withPointer } from './mapping';

const none: Mapping = { fields: {}, lists: {}, stages: {} };
const total = { code: 'total', words: 'Total' };
const sku = { code: 'items.sku', words: 'SKU', list: 'items' };
const track = { code: 'parcels.trackingNumber', words: 'Number', list: 'parcels' };

describe('pointing at a sample', () => {
  it('writes names plainly where it can and in brackets where it must', () => {
    expect(['a_b', 'odd key', "it's", 3].map(step)).toEqual(['.a_b', "['odd key']", "['it\\'s']", '[3]']);
  });
  it('makes a list repeat by itself', () => {
    const m = pointAt(none, sku, '$.order.lines[0].product.sku');
    expect(m.lists.items).toEqual({ path: '$.order.lines[*]', fields: { sku: { path: '$.product.sku', steps: [] } } });
    expect(targetAt(m, [total, sku], '$.order.lines[3].product.sku')).toBe(sku);
    expect(targetAt(m, [total, sku], '$.order.lines[3].product.name')).toBeUndefined();
  });
  it('takes a parcel that stands alone as a list of one', () => {
    expect(pointAt(none, track, '$.tracking').lists.parcels).toEqual({
      path: '$',
      fields: { trackingNumber: { path: '$.tracking', steps: [] } },
    });
  });
  it('leaves out the way to the order in a document of several', () => {
    const each: Mapping = { ...none, each: '$.orders[*]' };
    expect(pointAt(each, total, '$.orders[0].sum').fields.total.path).toBe('$.sum');
    expect(pointAt(each, sku, '$.orders[0].lines[1].sku').lists.items.path).toBe('$.lines[*]');
    expect(targetAt(pointAt(each, total, '$.orders[0].sum'), [total], '$.orders[2].sum')).toBe(total);
  });
  it('takes a pointer away', () => {
    const m = withPointer(pointAt(none, total, '$.sum'), total, undefined);
    expect(pointerOf(m, total)).toBeUndefined();
  });
  it('finds the words nobody mapped', () => {
    expect(
      unmappedWords(['Status word "Gone": say which\nStatus word "paid": say', undefined], { paid: 'ordered' }),
    ).toEqual(['gone']);
  });
});
