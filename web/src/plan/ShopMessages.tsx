import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Select } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { LINE, SIDE } from '../route/geometry';
import { stageWords } from '../words';
import { refreshChecks } from './refresh';

/** What shops tell their customers themselves: a notice about the same is warned of. */
export function ShopMessages() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const shops = useQuery({ queryKey: keys.shopMessages, queryFn: api.shopMessages });
  if (!shops.data || shops.data.length === 0) return null;
  const save = async (shop: string, stages: string[]) => {
    try {
      const saved = await api.changeShopMessages({ shop, stages });
      queries.setQueryData<Schemas['ShopMessages'][]>(keys.shopMessages, saved);
      refreshChecks(queries);
      message.success('Saved');
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  return (
    <details className="box">
      <summary>
        <b>What your shops say themselves</b>
      </summary>
      <p className="soft">Choose the stages a shop already writes to its customers about, so nobody hears it twice.</p>
      <div className="form">
        {shops.data.map(({ shop, stages }) => (
          <div key={shop}>
            <label htmlFor={`says-${shop}`}>{shop} tells its customers itself about</label>
            <Select
              id={`says-${shop}`}
              mode="multiple"
              className="full"
              placeholder="nothing"
              value={stages}
              onChange={(next) => save(shop, next)}
              options={[...LINE, ...SIDE].map((s) => ({ value: s, label: stageWords(s) }))}
            />
          </div>
        ))}
      </div>
    </details>
  );
}
