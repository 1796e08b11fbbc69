import { useEffect, useState } from 'react';
import { type Geometry, ordersGeometry, planGeometry } from './geometry';

/** Where the line runs in this window; it follows when the window changes. */
export function useGeometry(place: 'orders' | 'plan'): Geometry {
  const [width, setWidth] = useState(() => window.innerWidth);
  useEffect(() => {
    const resize = () => setWidth(window.innerWidth);
    window.addEventListener('resize', resize);
    return () => window.removeEventListener('resize', resize);
  }, []);
  return place === 'orders' ? ordersGeometry(width) : planGeometry(width);
}
