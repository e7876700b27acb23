import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { QUOTE_STATES } from '../../core/quotes/states.ts';
import { QUOTE_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatMoney } from '../../words/format.ts';
import { useEndpointPages, useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { More } from '../parts/More.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

export function QuoteList() {
  const [state, setState] = useState<(typeof QUOTE_STATES)[number] | ''>('');
  const units = useUnits();
  const owner = useSession().data?.person?.role === 'owner';
  const quotes = useEndpointPages('listQuotes', { query: { ...(state ? { state } : {}), limit: 50 } });
  return (
    <>
      <div className="desk-head">
        <h1>Quotes</h1>
        {owner && <Link to="/sales">Sales</Link>}
        <Form.Select
          aria-label="Show quotes that are"
          style={{ width: 180 }}
          value={state}
          onChange={(event) => setState(event.target.value as typeof state)}
        >
          <option value="">all</option>
          {QUOTE_STATES.map((key) => (
            <option key={key} value={key}>
              {QUOTE_WORDS[key]}
            </option>
          ))}
        </Form.Select>
      </div>
      {state === '' && <Following />}
      {quotes.items === null && !quotes.error && <Waiting />}
      <Trouble error={quotes.error} retry={quotes.refetch} />
      {quotes.items?.length === 0 && <Empty>No quotes here.</Empty>}
      {quotes.items && quotes.items.length > 0 && (
        <div className="panel p-0">
          <table className="table site-rows mb-0">
            <thead>
              <tr>
                <th>Quote</th>
                <th>Site</th>
                <th>State</th>
                <th>Sent</th>
                <th>Valid until</th>
                <th className="number">One visit, tax included</th>
              </tr>
            </thead>
            <tbody>
              {quotes.items.map((item) => (
                <tr key={item.id}>
                  <td>
                    {item.number}.{item.revision}
                  </td>
                  <td>
                    <Link to={`/sites/${item.siteId}/offer`}>{item.site}</Link>
                  </td>
                  <td>
                    <span className={`state-word ${item.state}`}>{QUOTE_WORDS[item.state]}</span>
                    {item.decidedBecause && <div className="quiet">{item.decidedBecause}</div>}
                  </td>
                  <td>{item.sentAt ? formatDate(item.sentAt, units) : ''}</td>
                  <td>{item.validUntil ? formatDate(item.validUntil, units) : ''}</td>
                  <td className="number">{formatMoney(item.gross, item.currency, units)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <More pages={quotes} what="quotes" />
    </>
  );
}

/** Offers that wait for their answer: who is asked next and when, what was said last, and which of them run out soon. */
function Following() {
  const units = useUnits();
  const following = useEndpointQuery('listFollowing');
  const items = following.data?.items ?? [];
  if (items.length === 0) return <Trouble error={following.error} />;
  return (
    <section className="panel p-0 mb-3" aria-label="To follow up">
      <h2 className="px-3 pt-2">To follow up</h2>
      <table className="table site-rows mb-0">
        <thead>
          <tr>
            <th>Next on</th>
            <th>Site</th>
            <th>Said last</th>
            <th>Valid until</th>
            <th className="number">One visit, tax included</th>
          </tr>
        </thead>
        <tbody>
          {items.map((item) => (
            <tr key={item.id}>
              <td>{item.nextOn ? <strong>{formatDate(item.nextOn, units)}</strong> : 'nobody asks'}</td>
              <td>
                <Link to={`/sites/${item.siteId}/offer`}>{item.site}</Link>{' '}
                <span className="quiet">
                  {item.number}.{item.revision}
                </span>
              </td>
              <td>{item.said || <span className="quiet">nothing yet</span>}</td>
              <td>
                {item.validUntil ? formatDate(item.validUntil, units) : ''}
                {item.expiring && <strong className="d-block">expires soon</strong>}
              </td>
              <td className="number">{formatMoney(item.gross, item.currency, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
