import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Input, Select } from 'antd';
import { useState } from 'react';
import { api } from '../api/client';

/** Puts a customer's answer right, with the reason for the timeline. */
export function AnswerCorrection({ shop, number }: { shop: string; number: string }) {
  const answers = useQuery({ queryKey: ['order', shop, number, 'answers'], queryFn: () => api.answers(shop, number) });
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [notice, setNotice] = useState<string>();
  const [button, setButton] = useState<string>();
  const [from, setFrom] = useState('');
  const [why, setWhy] = useState('');
  const chosen = answers.data?.find((a) => a.notice === notice);
  const close = () => {
    setNotice(undefined);
    setButton(undefined);
    setWhy('');
  };
  const save = async () => {
    try {
      await api.correctAnswer(shop, number, chosen!.notice, { button, why: why.trim() }, from);
      await queries.invalidateQueries();
      message.success('Answer corrected');
      close();
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  if (!answers.data) return null;
  if (!chosen)
    return (
      <div className="actions">
        {answers.data.map((a) => (
          <Button
            key={a.notice}
            size="small"
            onClick={() => {
              setNotice(a.notice);
              setFrom(a.version);
            }}
          >
            Correct the answer “{a.label}”
          </Button>
        ))}
      </div>
    );
  return (
    <section className="box form" aria-label="Correct the answer">
      <h3>Correct the answer “{chosen.label}”</h3>
      <label htmlFor="right-answer">The right answer</label>
      <Select
        id="right-answer"
        className="full"
        value={button}
        onChange={setButton}
        options={chosen.choices
          .filter((c) => c.button !== chosen.button)
          .map((c) => ({ value: c.button, label: c.label }))}
      />
      <label htmlFor="answer-why">Reason (shown in the timeline)</label>
      <Input id="answer-why" maxLength={200} value={why} onChange={(e) => setWhy(e.target.value)} />
      <div className="actions">
        <Button type="primary" disabled={!button || !why.trim()} onClick={save}>
          Save the correction
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
    </section>
  );
}
