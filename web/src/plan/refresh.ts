import type { QueryClient } from '@tanstack/react-query';
import { keys } from '../api/client';

/**
 * Asks for the checks again, although they may still be on their way for the first time: those would be of the plan
 * before the change.
 */
export async function refreshChecks(queries: QueryClient) {
  await queries.cancelQueries({ queryKey: keys.planChecks });
  await queries.invalidateQueries({ queryKey: keys.planChecks });
}
