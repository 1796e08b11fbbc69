import { useQuery } from '@tanstack/react-query';
import { NavLink } from 'react-router';
import { api, keys } from '../api/client';

/** The way to the place Answers, with how many replies wait for a person. */
export function AnswersLink() {
  const inbox = useQuery({ queryKey: keys.replies, queryFn: api.replies });
  const waiting = inbox.data?.waiting ?? 0;
  return (
    <NavLink to="/answers">
      Answers
      {waiting > 0 && (
        <span
          className="mark gold ml6"
          title={waiting === 1 ? '1 reply needs a person' : `${waiting} replies need a person`}
        >
          {waiting}
        </span>
      )}
    </NavLink>
  );
}
