/** What is wrong with a field, under it. */
export function FieldFault({ message }: { message?: string }) {
  return message ? (
    <div className="wrong" role="alert">
      {message}
    </div>
  ) : null;
}
