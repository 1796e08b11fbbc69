import { Button } from 'antd';

/** What could not be shown, why, and the way on. */
export function Failed({ error, again }: { error: Error; again: () => void }) {
  return (
    <div className="empty" role="alert">
      <h2>This can’t be shown right now</h2>
      <p>{error.message}</p>
      <div className="actions centred">
        <Button onClick={again}>Try again</Button>
      </div>
    </div>
  );
}
