import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { saveOver } from '../api/versions';
import { withNotice } from './life';
import { refreshChecks } from './refresh';

type View = Schemas['NoticeView'];
type Notice = Schemas['NoticeBody'];
export type Change = { view: View; next: Notice };

/** Its texts are written in Wording, perhaps by somebody else meanwhile. */
export const ruleOf = ({ wordings: _wordings, others: _others, ...rule }: Notice) => rule;

/** Changes notices from outside their panel: one or several, with one way back for all of them. */
export function useNoticeChange() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const show = (saved: View) => {
    queries.setQueryData<Schemas['Plan']>(keys.plan, (plan) => plan && withNotice(plan, saved));
    queries.invalidateQueries({ queryKey: keys.noticeVersions(saved.id) });
  };
  const put = async (view: View, next: Notice) => {
    const saved = await saveOver(ruleOf(next), { document: ruleOf(view.notice), version: view.version }, (rule, at) =>
      api.changeNotice(view.id, rule, at),
    );
    show(saved);
    return saved;
  };
  const takeBack = async (done: { saved: View; before: Notice }[]) => {
    try {
      for (const { saved, before } of done) await put(saved, before);
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    refreshChecks(queries);
  };
  return async (changes: Change[], words: string) => {
    const done: { saved: View; before: Notice }[] = [];
    try {
      for (const { view, next } of changes) done.push({ saved: await put(view, next), before: view.notice });
    } catch (e) {
      message.error((e as Error).message, 6);
    }
    refreshChecks(queries);
    if (done.length === 0) return;
    message.success(
      <span>
        {words}{' '}
        <Button size="small" type="link" onClick={() => takeBack(done)}>
          Undo
        </Button>
      </span>,
      8,
    );
  };
}
