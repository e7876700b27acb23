import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { KnownFigure, KnownFigures } from '../../contract/figures/endpoints.ts';
import { FIGURE_KINDS, type FigureKind } from '../../core/figures/ours.ts';
import { counted } from '../../words/counted.ts';
import { drillWords, FIGURE_WORDS, figureRange, figureWords } from '../../words/en/figures.ts';
import { FITTED_WORDS, SURROUNDINGS_WORDS } from '../../words/en/labels.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

/** What our own jobs and sites say of the figures that the house assumes, and which of both is used. */
export function KnownPage() {
  const known = useEndpointQuery('readFigures');
  return (
    <>
      <div className="desk-head">
        <h1>What we know</h1>
        <span className="quiet">the house’s figures, and what your own jobs say of them</span>
      </div>
      {known.isPending && <Waiting />}
      <Trouble error={known.error} retry={() => known.refetch()} />
      {known.data && <Known key={known.data.version} known={known.data} />}
    </>
  );
}

function Known({ known }: { known: KnownFigures }) {
  const units = useUnits();
  const { figures, version, by, at } = known;
  const [ours, setOurs] = useState(() => figures.filter(({ use }) => use === 'ours').map(({ key }) => key));
  const id = useRef(newId());
  const use = useEndpointMutation('useFigures', () => {
    id.current = newId();
  });
  const changed =
    figures.some(({ key, use: now }) => (now === 'ours') !== ours.includes(key)) ||
    figures.some(({ key, use: now, used, ours: value }) => now === 'ours' && ours.includes(key) && used !== value);
  const flip = (key: string) => setOurs(ours.includes(key) ? ours.filter((one) => one !== key) : [...ours, key]);
  if (figures.length === 0)
    return (
      <section className="panel">
        <Empty>
          Nothing yet: the house’s figures are used. They are held against your own as soon as arrays are reckoned and
          jobs are done.
        </Empty>
      </section>
    );
  return (
    <section className="panel known-figures">
      <p>
        {version === 0 || at === null
          ? 'The house’s figures are used everywhere.'
          : `Version ${version} is used, chosen by ${by} on ${formatDate(at, units)}.`}{' '}
        What was reckoned, planned or sent before keeps the figures that it went by.
      </p>
      {FIGURE_KINDS.filter((kind) => figures.some((figure) => figure.kind === kind)).map((kind) => (
        <OfKind key={kind} kind={kind} figures={figures.filter((one) => one.kind === kind)} ours={ours} onFlip={flip} />
      ))}
      <Trouble error={use.error} />
      <div className="actions">
        <Button
          disabled={!changed || use.isPending}
          onClick={() => use.mutate({ body: { id: id.current, version, ours: [...ours].sort() } })}
        >
          {use.isPending ? 'Saving …' : 'Use these from now on'}
        </Button>
        <span className="quiet">makes version {version + 1}; ours are taken as they stand now</span>
      </div>
    </section>
  );
}

interface OfKindProps {
  kind: FigureKind;
  figures: readonly KnownFigure[];
  ours: readonly string[];
  onFlip: (key: string) => void;
}

function OfKind({ kind, figures, ours, onFlip }: OfKindProps) {
  const units = useUnits();
  const { title, about } = FIGURE_WORDS[kind];
  return (
    <>
      <h2>{title}</h2>
      <p className="quiet mb-1">{about}</p>
      <table className="table">
        <thead>
          <tr>
            <th>Of</th>
            <th className="number">House</th>
            <th className="number">Ours</th>
            <th className="number">From</th>
            <th>In use</th>
          </tr>
        </thead>
        <tbody>
          {figures.map((figure) => (
            <tr key={figure.key}>
              <td>
                {nameOf(figure)}
                {figure.spread !== null && (
                  <div className="quiet">one look is out by {figureWords('eye', figure.spread, units)} or so</div>
                )}
                {figure.drill && <div className="quiet">{drillWords(figure.drill, units)}</div>}
              </td>
              <td className="number" data-label="House">
                {figureWords(kind, figure.house, units)}
              </td>
              <td className="number" data-label="Ours">
                <strong>{figureWords(kind, figure.ours, units)}</strong>
                <div className="range">{figureRange(kind, figure.low, figure.high, units)}</div>
                {figure.used !== null &&
                  figureWords(kind, figure.used, units) !== figureWords(kind, figure.ours, units) && (
                    <div className="range">used: {figureWords(kind, figure.used, units)}</div>
                  )}
              </td>
              <td className="number">
                <From figure={figure} />
              </td>
              <td>
                <Form.Check
                  type="switch"
                  id={`use-${figure.key}`}
                  label={ours.includes(figure.key) ? 'ours' : 'the house’s'}
                  aria-label={`${nameOf(figure)}: use our own figure`}
                  checked={ours.includes(figure.key)}
                  onChange={() => onFlip(figure.key)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What each lesson of a figure comes from. */
const LEARNED_FROM: Record<KnownFigure['kind'], string> = {
  eye: 'look',
  dust: 'array',
  season: 'array',
  bonded: 'record',
  droppings: 'look',
  lichen: 'look',
  fitted: 'visit',
  pace: 'job',
  litres: 'job',
  'set-up': 'job',
  resin: 'charge',
};

function From({ figure }: { figure: KnownFigure }) {
  const units = useUnits();
  return (
    <details>
      <summary>{counted(figure.n, LEARNED_FROM[figure.kind])}</summary>
      <ul className="plain-list">
        {figure.from.slice(0, 30).map((one, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two lessons of one record stand beside each other
          <li key={at}>
            <Link
              to={one.siteId === null ? '/resin' : `/sites/${one.siteId}/${one.record === 'job' ? 'show' : 'reckon'}`}
            >
              {one.name}
            </Link>{' '}
            <span className="quiet">{formatDate(one.date, units)}</span> {figureWords(figure.kind, one.value, units)}
          </li>
        ))}
      </ul>
    </details>
  );
}

function nameOf({ kind, of }: KnownFigure): string {
  if (kind === 'dust') return SURROUNDINGS_WORDS[of as keyof typeof SURROUNDINGS_WORDS] ?? of;
  if (kind === 'season') {
    const [around = '', season] = of.split('/');
    return `${SURROUNDINGS_WORDS[around as keyof typeof SURROUNDINGS_WORDS] ?? around}, ${season}`;
  }
  if (kind === 'fitted') return FITTED_WORDS[of as keyof typeof FITTED_WORDS] ?? of;
  if (['bonded', 'droppings', 'lichen', 'pace', 'litres'].includes(kind))
    return METHOD_WORDS[of as keyof typeof METHOD_WORDS] ?? of;
  if (kind === 'resin') return 'every charge';
  return kind === 'set-up' ? 'every job' : of;
}
