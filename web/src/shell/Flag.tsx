/** The product's mark. */
export function Flag({ pole = '#efe9f7' }: { pole?: string }) {
  return (
    <svg width="18" height="20" viewBox="0 0 18 20" aria-hidden="true">
      <path d="M3 0v20" stroke={pole} strokeWidth="2.4" />
      <path d="M4 2h13l-4 4.5 4 4.5H4z" fill="#f0a128" />
    </svg>
  );
}
