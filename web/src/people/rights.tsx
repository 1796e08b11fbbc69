import { useQuery } from '@tanstack/react-query';
import { ConfigProvider } from 'antd';
import type { ReactNode } from 'react';
import { api, keys } from '../api/client';

/** What somebody may do; each role may do what those before it may. */
export const ROLES = [
  { value: 'view', label: 'View', about: 'looks at everything and changes nothing' },
  { value: 'work', label: 'Work', about: 'orders, parcels, answers, messages that failed' },
  { value: 'set-up', label: 'Set up', about: 'also plan, wording, shops, carriers, gateways, brand' },
  { value: 'owner', label: 'Owner', about: 'also people, API keys and money' },
] as const;
export type Role = (typeof ROLES)[number]['value'];

export const roleLabel = (role?: string | null) => ROLES.find((r) => r.value === role)?.label ?? role ?? '';

/** Whether one role may do what another one is needed for. */
export function includes(role: string | null | undefined, needed: Role): boolean {
  const order = ROLES.map((r) => r.value as string);
  return order.indexOf(role ?? '') >= order.indexOf(needed);
}

/** Whether whoever is signed in may do what this role is needed for. */
export function useCan(needed: Role): boolean {
  const session = useQuery({ queryKey: keys.session, queryFn: api.session });
  return includes(session.data?.role, needed);
}

/** Shown to who may use it. */
export function Only({ need, children }: { need: Role; children: ReactNode }) {
  return useCan(need) ? children : null;
}

/** Everybody sees it; who may not change it finds its fields and buttons turned off, and is told why. */
export function Locked({ need, note, children }: { need: Role; note?: boolean; children: ReactNode }) {
  const can = useCan(need);
  if (can) return children;
  return (
    <ConfigProvider componentDisabled>
      {note && (
        <p className="locked" role="note">
          You can look at this. To change it you need the role {roleLabel(need)}; an owner can give it to you.
        </p>
      )}
      {children}
    </ConfigProvider>
  );
}
