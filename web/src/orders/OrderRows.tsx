import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Schemas } from '../api/client';
import type { Geometry } from '../route/geometry';
import { OrderRow } from './OrderRow';

/** Pixels of a row; the style sheet has the same. */
const WIDE_ROW = 30;
const NARROW_ROW = 16;
/** Rows made above and below those in sight, and rows before the end at which more are fetched. */
const OVERSCAN = 12;
const AHEAD = 30;

type Props = {
  rows: Schemas['Row'][];
  /** What scrolls. */
  scroller: RefObject<HTMLElement | null>;
  geometry: Geometry;
  now: string;
  dense: boolean;
  chosen: Schemas['Row'] | undefined;
  isSelected: (row: Schemas['Row']) => boolean;
  hasMore: boolean;
  onMore: () => void;
  onSelect: (row: Schemas['Row']) => void;
  onOpen: (row: Schemas['Row']) => void;
};

/** The orders, of which only those in sight are made: thousands scroll as quickly as forty. */
export function OrderRows(props: Props) {
  const { rows, scroller, dense, chosen, hasMore, onMore } = props;
  const list = useRef<HTMLUListElement>(null);
  const [offset, setOffset] = useState(0);
  const height = dense ? NARROW_ROW : WIDE_ROW;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: OVERSCAN,
    scrollMargin: offset,
    scrollPaddingStart: offset,
  });
  useLayoutEffect(() => setOffset(list.current?.offsetTop ?? 0), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: rows of another height are measured anew
  useEffect(() => virtual.measure(), [dense]);
  const at = chosen ? rows.indexOf(chosen) : -1;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only where another row is chosen, not with every scroll
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [chosen?.number, chosen?.shop]);
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (hasMore && last >= rows.length - AHEAD) onMore();
  }, [hasMore, last, rows.length, onMore]);
  return (
    <ul
      ref={list}
      className="rows"
      style={{ height: virtual.getTotalSize() }}
      {...(dense
        ? {
            role: 'listbox',
            tabIndex: 0,
            'aria-label': 'Orders',
            'aria-multiselectable': true,
            'aria-activedescendant': chosen ? `order-${chosen.number}` : undefined,
          }
        : { 'aria-label': 'Orders' })}
    >
      {items.map((item) => {
        const row = rows[item.index];
        return (
          <OrderRow
            key={`${row.shop}/${row.number}`}
            row={row}
            place={{ top: item.start - offset, index: item.index, of: hasMore ? -1 : rows.length }}
            geometry={props.geometry}
            now={props.now}
            dense={dense}
            chosen={row === chosen}
            selected={props.isSelected(row)}
            onSelect={() => props.onSelect(row)}
            onOpen={() => props.onOpen(row)}
          />
        );
      })}
    </ul>
  );
}
