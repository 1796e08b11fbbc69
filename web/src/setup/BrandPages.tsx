import { Checkbox } from 'antd';
import { Link } from 'react-router';
import type { Schemas } from '../api/client';

type Pages = Schemas['PagesBody'];

type Props = {
  pages: Pages;
  /** Keys of the shops that this brand speaks for. */
  shops: string[];
  /** Where customers reach the product. */
  address?: string;
  onChange: (pages: Pages) => void;
};

/** The pages that customers have beside their messages; the second and third need the first. */
export function BrandPages({ pages, shops, address, onChange }: Props) {
  const on = !!pages.tracking;
  return (
    <section className="card form mt12">
      <h2>Pages for customers</h2>
      <div className="checks">
        <Checkbox checked={on} onChange={(e) => onChange({ ...pages, tracking: e.target.checked })}>
          Tracking page for every order
        </Checkbox>
        <Checkbox
          checked={on && !!pages.linked}
          disabled={!on}
          onChange={(e) => onChange({ ...pages, linked: e.target.checked })}
        >
          Messages link to it instead of to the carrier’s page
        </Checkbox>
        <Checkbox
          checked={on && !!pages.lookUp}
          disabled={!on}
          onChange={(e) => onChange({ ...pages, lookUp: e.target.checked })}
        >
          Look-up page, where customers find their order by its number and their e-mail address or postcode
        </Checkbox>
      </div>
      <p className="soft mt8">
        Customers reach these pages at the{' '}
        <Link className="link" to="/setup/public-address">
          public address
        </Link>
        . They come in eight languages and use the customer’s. What else the tracking page says is written in{' '}
        <Link className="link" to="/wording/tracking-page/email">
          Wording, Tracking page
        </Link>
        .
      </p>
      {on &&
        pages.lookUp &&
        address &&
        shops.map((shop) => {
          const page = `${address}/lookup/${encodeURIComponent(shop)}`;
          return (
            <dl key={shop} className="facts mt8">
              <dt>Look-up page of {shop}</dt>
              <dd>
                <span className="mono copy">{page}</span>
              </dd>
              <dt>To show it in the shop’s own page</dt>
              <dd>
                <span className="mono copy">{`<script src="${page}/embed.js"></script>`}</span>
              </dd>
            </dl>
          );
        })}
    </section>
  );
}
