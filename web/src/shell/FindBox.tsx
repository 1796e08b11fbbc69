import { type RefObject, useEffect, useState } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';

/** Finds orders from every place. What it says is what the list is narrowed to: emptying it widens the list again. */
export function FindBox({ input }: { input: RefObject<HTMLInputElement | null> }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [params] = useSearchParams();
  const inOrders = pathname.startsWith('/orders');
  const searched = (inOrders && params.get('search')) || '';
  const [typed, setTyped] = useState(searched);
  useEffect(() => setTyped(searched), [searched]);
  const widen = () => {
    setTyped('');
    if (!searched) return;
    const rest = new URLSearchParams(params);
    rest.delete('search');
    navigate({ pathname, search: rest.toString() });
  };
  return (
    <form
      role="search"
      onSubmit={(e) => {
        e.preventDefault();
        const words = typed.trim();
        if (words) navigate(`/orders?search=${encodeURIComponent(words)}`);
        else widen();
      }}
    >
      <input
        ref={input}
        className="find"
        type="search"
        aria-label="Find an order"
        placeholder="/  order, name, tracking number"
        value={typed}
        onChange={(e) => (e.target.value ? setTyped(e.target.value) : widen())}
        onKeyDown={(e) => {
          if (e.key !== 'Escape') return;
          e.preventDefault();
          e.stopPropagation();
          if (typed) widen();
          else e.currentTarget.blur();
        }}
      />
    </form>
  );
}
