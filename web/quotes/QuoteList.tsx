import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { QUOTE_STATES } from '../../core/quotes/states.ts';
import { QUOTE_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatMoney } from '../../words/format.ts';
import { useAsk, useGlass } from '../api/hooks.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

export function QuoteList() {
  const [state, setState] = useState<(typeof QUOTE_STATES)[number] | ''>('');
  const [pages, setPages] = useState<string[]>([]);
  const cursor = pages.at(-1);
  const glass = useGlass();
  const quotes = useAsk('listQuotes', {
    query: { ...(state ? { state } : {}), ...(cursor ? { cursor } : {}), limit: 50 },
  });
  const next = quotes.data?.next;
  return (
    <>
      <div className="desk-head">
        <h1>Quotes</h1>
        <Form.Select
          aria-label="Show quotes that are"
          style={{ width: 180 }}
          value={state}
          onChange={(event) => {
            setState(event.target.value as typeof state);
            setPages([]);
          }}
        >
          <option value="">all</option>
          {QUOTE_STATES.map((key) => (
            <option key={key} value={key}>
              {QUOTE_WORDS[key]}
            </option>
          ))}
        </Form.Select>
      </div>
      {quotes.isPending && <Waiting />}
      <Trouble error={quotes.error} retry={() => quotes.refetch()} />
      {quotes.data?.items.length === 0 && <Empty>No quotes here.</Empty>}
      {quotes.data && quotes.data.items.length > 0 && (
        <div className="sheet p-0">
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
              {quotes.data.items.map((item) => (
                <tr key={item.id}>
                  <td>
                    {item.number}.{item.revision}
                  </td>
                  <td>
                    <Link to={`/sites/${item.siteId}/offer`}>{item.site}</Link>
                  </td>
                  <td>
                    <span className={`state-word ${item.state}`}>{QUOTE_WORDS[item.state]}</span>
                  </td>
                  <td>{item.sentAt ? formatDate(item.sentAt, glass) : ''}</td>
                  <td>{item.validUntil ? formatDate(item.validUntil, glass) : ''}</td>
                  <td className="number">{formatMoney(item.gross, item.currency, glass)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-2 d-flex gap-2">
        {pages.length > 0 && (
          <button type="button" className="btn btn-outline-primary" onClick={() => setPages(pages.slice(0, -1))}>
            Back
          </button>
        )}
        {next && (
          <button type="button" className="btn btn-outline-primary" onClick={() => setPages([...pages, next])}>
            Further
          </button>
        )}
      </div>
    </>
  );
}
