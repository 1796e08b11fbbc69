import { Modal } from 'antd';
import { useEffect, useState } from 'react';
import type { Difference } from '../api/merge';
import { askWith } from '../api/versions';
import { propertyLabel, propertyValue } from './propertyWords';

type Question = { differences: Difference[]; answer: (chosen?: Difference[]) => void };

/** Somebody else saved the same thing meanwhile: both changes beside each other, one of each chosen, then saved. */
export function StaleSave() {
  const [question, setQuestion] = useState<Question>();
  const [differences, setDifferences] = useState<Difference[]>([]);
  useEffect(
    () =>
      askWith(
        (found) =>
          new Promise((answer) => {
            setDifferences(found);
            setQuestion({ differences: found, answer });
          }),
      ),
    [],
  );
  if (!question) return null;
  const end = (chosen?: Difference[]) => {
    question.answer(chosen);
    setQuestion(undefined);
  };
  const keep = (i: number, whose: Difference['keep']) =>
    setDifferences(differences.map((d, j) => (j === i ? { ...d, keep: whose } : d)));
  return (
    <Modal
      open
      width={820}
      title="Somebody else changed this while you were editing"
      okText="Save what is chosen"
      cancelText="Keep editing"
      onOk={() => end(differences)}
      onCancel={() => end()}
    >
      <p>Nothing is lost yet. Choose what to keep.</p>
      <table className="sheet wide choices">
        <thead>
          <tr>
            <th>What</th>
            <th>Before</th>
            <th>Saved now</th>
            <th>Yours</th>
          </tr>
        </thead>
        <tbody>
          {differences.map((d, i) => {
            const label = propertyLabel(d.path);
            return (
              <tr key={label}>
                <th scope="row">{label}</th>
                <td className="soft">{propertyValue(d.path, d.before)}</td>
                {(['theirs', 'mine'] as const).map((whose) => (
                  <td key={whose} className={d.keep === whose ? 'on' : undefined}>
                    <label>
                      <input
                        type="radio"
                        name={`keep-${i}`}
                        checked={d.keep === whose}
                        onChange={() => keep(i, whose)}
                        aria-label={`${label}: ${whose === 'mine' ? 'yours' : 'saved now'}`}
                      />{' '}
                      <span>{propertyValue(d.path, d[whose])}</span>
                    </label>
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Modal>
  );
}
