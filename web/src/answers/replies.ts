const LOOKS: Record<string, string> = { sent: 'ok', failed: 'bad', sending: 'v' };

/** How the state of an answer looks. */
export const answerMark = (state: string) => LOOKS[state] ?? '';

/** "23 h 5 min left to answer", "4 min left to answer"; empty once it has run out. */
export function timeLeft(until: string, now: string): string {
  const minutes = Math.floor((Date.parse(until) - Date.parse(now)) / 60_000);
  if (minutes < 0) return '';
  const hours = Math.floor(minutes / 60);
  return `${hours > 0 ? `${hours} h ` : ''}${minutes % 60} min left to answer`;
}
