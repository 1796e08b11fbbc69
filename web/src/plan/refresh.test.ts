import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { expect, it } from 'vitest';
import { keys } from '../api/client';
import { refreshChecks } from './refresh';

it('asks again although the first answer is still on its way', async () => {
  const queries = new QueryClient();
  const asked: ((answer: string) => void)[] = [];
  const observer = new QueryObserver<string>(queries, {
    queryKey: keys.planChecks,
    queryFn: () => new Promise((resolve) => asked.push(resolve)),
  });
  const stop = observer.subscribe(() => undefined);
  expect(asked).toHaveLength(1);
  const refreshed = refreshChecks(queries);
  await expect.poll(() => asked.length).toBe(2);
  asked[0]('before the change');
  asked[1]('after the change');
  await refreshed;
  expect(queries.getQueryData(keys.planChecks)).toBe('after the change');
  stop();
});
