import { useDeferredValue, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { SiteListItem } from '../../contract/sites/endpoints.ts';
import { STEPS, type StepName } from '../../core/spine/standing.ts';
import { formatNumber } from '../../words/format.ts';
import { useCurrency, useEndpointPages, useSession, useUnits } from '../api/hooks.ts';
import { More } from '../parts/More.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { PailMark } from '../spine/PailMark.tsx';
import { STEP_WORDS, stepFigure } from '../spine/steps.ts';

export function SiteList() {
  const [search, setSearch] = useState('');
  const wanted = useDeferredValue(search.trim());
  const sites = useEndpointPages('listSites', { query: { ...(wanted ? { search: wanted } : {}), limit: 50 } });
  const desk = useSession().data?.person?.role !== 'crew';
  return (
    <>
      <div className="desk-head">
        <h1>Sites</h1>
        <Form.Control
          type="search"
          aria-label="Find a site"
          placeholder="Find by site, place or customer"
          style={{ maxWidth: 300 }}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {desk && (
          <div className="actions">
            <Link to="/quick" className="btn btn-outline-primary">
              Quick look
            </Link>
            <Link to="/sites/new" className="btn btn-primary">
              New site
            </Link>
          </div>
        )}
      </div>
      {sites.items === null && !sites.error && <Waiting />}
      <Trouble error={sites.error} retry={sites.refetch} />
      {sites.items?.length === 0 && (
        <Empty>
          {wanted
            ? `Nothing found for “${wanted}”.`
            : 'No site yet. Enter the first one, or import sites under Company.'}
        </Empty>
      )}
      {sites.items && sites.items.length > 0 && (
        <div className="panel p-0" style={{ overflowX: 'auto' }}>
          <table className="table site-rows site-list mb-0">
            <thead>
              <tr>
                <th>Site</th>
                <th>Customer</th>
                <th className="number">Modules</th>
                <th className="number">kWp</th>
                {STEPS.map((step) => (
                  <th key={step}>{STEP_WORDS[step]}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sites.items.map((item) => (
                <SiteRow key={item.id} item={item} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <More pages={sites} what="sites" />
    </>
  );
}

function SiteRow({ item }: { item: SiteListItem }) {
  const units = useUnits();
  const currency = useCurrency();
  return (
    <tr>
      <td>
        <Link to={`/sites/${item.id}`}>{item.name}</Link>
        <div className="quiet" style={{ fontSize: 'var(--type-small)' }}>
          {item.place}
        </div>
      </td>
      <td className="aside">{item.customer}</td>
      <td className="number aside">{formatNumber(item.modules, 0, units)}</td>
      <td className="number aside">{formatNumber(item.power / 1000, 1, units)}</td>
      {STEPS.map((step: StepName) => (
        <td key={step} data-label={STEP_WORDS[step]}>
          <Link
            to={`/sites/${item.id}/${step}`}
            className="stand"
            aria-label={`${STEP_WORDS[step]}: ${stepFigure(step, item.spine[step].figure, units, currency)} ${item.spine[step].state.replace('-', ' ')}`}
          >
            <PailMark state={item.spine[step].state} />
            {stepFigure(step, item.spine[step].figure, units, currency)}
          </Link>
        </td>
      ))}
    </tr>
  );
}
