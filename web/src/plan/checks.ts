import type { Schemas } from '../api/client';

type Finding = Schemas['PlanFinding'];

/** Where one can do something about a finding. */
export function placeOf(f: Finding): string {
  const wording = `/wording/${encodeURIComponent(f.noticeId ?? '')}/${encodeURIComponent(f.channel ?? '')}`;
  switch (f.kind) {
    case 'missing-language':
    case 'empty-field':
    case 'no-link':
    case 'not-approved':
    case 'just-over':
      return wording;
    case 'brand-gap':
      return '/setup/brand';
    default:
      return f.noticeId ? `/plan/${encodeURIComponent(f.noticeId)}` : '/plan';
  }
}

/** What keeps messages back comes before what only costs or looks odd. */
const GRAVE = ['not-ready', 'answer-gone', 'held', 'overtaken', 'not-approved'];
export const isGrave = (f: Finding) => GRAVE.includes(f.kind);

/** The findings of each notice, by its id; those of none stand under an empty one. */
export function byNotice(findings: Finding[]): Map<string, Finding[]> {
  const found = new Map<string, Finding[]>();
  for (const f of findings) found.set(f.noticeId ?? '', [...(found.get(f.noticeId ?? '') ?? []), f]);
  return found;
}
