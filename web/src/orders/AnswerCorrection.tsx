import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Input, Select } from 'antd';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';

type Asked = Schemas['GivenAnswer'];

/** Answers for a customer who called, or puts an answer right, with the reason for the timeline. */
export function AnswerCorrection({ shop, number }: { shop: string; number: string }) {
  const answers = useQuery({ queryKey: ['order', shop, number, 'answers'], queryFn: () => api.answers(shop, number) });
  const [chosen, setChosen] = useState<Asked>();
  if (!answers.data) return null;
  if (chosen) return <AnswerForm shop={shop} number={number} asked={chosen} onClose={() => setChosen(undefined)} />;
  return (
    <div className="actions">
      {answers.data
        .filter((a) => a.choices.length > 0 && (a.given || a.open))
        .map((a) => (
          <Button key={a.notice} size="small" onClick={() => setChosen(a)}>
            {a.given ? `Correct the answer “${a.given.label}”` : `Answer “${a.name}” for the customer`}
          </Button>
        ))}
    </div>
  );
}

type FormProps = { shop: string; number: string; asked: Asked; onClose: () => void };

function AnswerForm({ shop, number, asked, onClose }: FormProps) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [button, setButton] = useState<string>();
  const [text, setText] = useState('');
  const [why, setWhy] = useState('');
  const isNew = !asked.given;
  const save = async () => {
    try {
      const correction = { button, why: why.trim(), text: text.trim() || undefined };
      await api.correctAnswer(shop, number, asked.notice, correction, asked.version);
      await queries.invalidateQueries();
      message.success(isNew ? 'Answer saved' : 'Answer corrected');
      onClose();
    } catch (e) {
      message.error((e as Error).message, 6);
    }
  };
  const title = isNew ? `Answer “${asked.name}” for the customer` : `Correct the answer “${asked.given?.label}”`;
  return (
    <section className="box form" aria-label={isNew ? 'Answer for the customer' : 'Correct the answer'}>
      <h3>{title}</h3>
      <label htmlFor="right-answer">{isNew ? 'Answer' : 'The right answer'}</label>
      <Select
        id="right-answer"
        className="full"
        value={button}
        onChange={setButton}
        options={asked.choices
          .filter((c) => c.button !== asked.given?.button)
          .map((c) => ({ value: c.button, label: c.label }))}
      />
      {asked.choices.find((c) => c.button === button)?.freeText && (
        <>
          <label htmlFor="answer-text">What the customer said</label>
          <Input.TextArea
            id="answer-text"
            rows={2}
            maxLength={1000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </>
      )}
      <label htmlFor="answer-why">Reason (shown in the timeline)</label>
      <Input id="answer-why" maxLength={200} value={why} onChange={(e) => setWhy(e.target.value)} />
      <div className="actions">
        <Button type="primary" disabled={!button || !why.trim()} onClick={save}>
          {isNew ? 'Save the answer' : 'Save the correction'}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </section>
  );
}
