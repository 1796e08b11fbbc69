/**
 * The address this page was opened at, where it is worth proposing: not the one in use, nor the one just typed.
 *
 * @param origin of the page, such as "https://delivery.shop.example"
 */
export function findProposal(origin: string, inUse: string, typed?: string | null): string | undefined {
  return origin === inUse || origin === typed?.trim().replace(/\/+$/, '') ? undefined : origin;
}
