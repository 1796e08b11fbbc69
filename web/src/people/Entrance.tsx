import type { ReactNode } from 'react';
import { Flag } from '../shell/Flag';

/** The frame of what is seen before signing in. */
export function Entrance({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="signin">
      <div className="brand">
        <Flag pole="#2d2142" />
        Upbeat Herald
      </div>
      <h1 className="fs16">{title}</h1>
      {children}
    </main>
  );
}
