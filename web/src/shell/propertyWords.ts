import { channelLabel } from '../channels';
import { delayWords, languageWords, stageWords } from '../words';

/** What the properties of saved documents are called on the screen, where their own name isn't it already. */
const NAMES: Record<string, string> = {
  after: 'Delay',
  ageLimit: 'Age limit',
  ask: 'Polling',
  atTime: 'Time of day',
  blocks: 'Mail',
  codes: 'Code table',
  each: 'Orders in a request',
  fallbackAfter: 'Try the next channel after',
  formats: 'Number formats',
  from: 'From',
  helpUrl: 'Help page',
  holds: 'Contents',
  html: 'HTML',
  inUse: 'In use',
  kind: 'Source',
  linkPattern: 'Tracking link',
  live: 'Runs by its schedule',
  logo: 'Logo',
  mostTries: 'Most attempts',
  per: 'How often',
  place: 'Address or folder',
  preview: 'Preview line',
  rule: 'Channel rule',
  scans: 'How scans arrive',
  smsSender: 'SMS sender',
  state: 'Status',
  tls: 'Encryption',
  to: 'To',
  url: 'Address',
  window: 'Allowed hours',
  zone: 'Time zone',
};
const DURATIONS = ['after', 'ageLimit', 'fallbackAfter', 'interval', 'limit'];
const LONGEST = 300;

const sentenceCase = (name: string) => {
  const words = name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replaceAll(/[._-]/g, ' ')
    .toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
};

/** The value's name, with that of what it belongs to. */
export const propertyLabel = (path: string[]) => path.map((name) => NAMES[name] ?? sentenceCase(name)).join(', ');

/** A value as a person reads it. */
export function propertyValue(path: string[], value: unknown): string {
  const name = path[path.length - 1];
  if (value === undefined || value === null || value === '') return 'empty';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') {
    if (value.startsWith('data:')) return 'a picture';
    if (name === 'stage') return stageWords(value);
    if (name === 'language') return languageWords(value);
    if (DURATIONS.includes(name)) return delayWords(value);
    const text = value
      .replace(/<\/(p|li)>|<br\s*\/?>/g, '\n')
      .replace(/<[^>]+>/g, '')
      .trim();
    return text.length > LONGEST ? `${text.slice(0, LONGEST)} …` : text;
  }
  if (Array.isArray(value)) {
    if (value.length === 0) return 'empty';
    if (name === 'channels') return value.map((c) => channelLabel(String(c))).join(', ');
    return value.map((one) => propertyValue([], one)).join('\n');
  }
  if (typeof value === 'object')
    return Object.entries(value)
      .filter(([, v]) => v !== null && v !== undefined && v !== '')
      .map(([k, v]) => `${propertyLabel([k])}: ${propertyValue([k], v)}`)
      .join(' · ');
  return String(value);
}
