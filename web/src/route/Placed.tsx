import type { HTMLAttributes } from 'react';

type Props = Omit<HTMLAttributes<HTMLSpanElement>, 'style'> & { left: number; width?: number };

/** Something that hangs on the line: so many pixels from the left. What it looks like is its class's. */
export function Placed({ left, width, ...rest }: Props) {
  return <span {...rest} style={{ left, width }} />;
}
