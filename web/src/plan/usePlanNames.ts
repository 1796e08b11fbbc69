import { useQuery } from '@tanstack/react-query';
import { api, keys } from '../api/client';
import { type PlanNames, questionsOf } from './planNames';

/** What the notices of the plan refer to, as far as it is loaded. */
export function usePlanNames(): PlanNames {
  const plan = useQuery({ queryKey: keys.plan, queryFn: api.plan });
  const series = useQuery({ queryKey: keys.series, queryFn: api.series });
  return { questions: questionsOf(plan.data?.notices ?? []), series: series.data ?? [] };
}
