import { lazy, Suspense, type SyntheticEvent, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { EXAMPLE_MODULE } from '../../core/modules/exampleModule.ts';
import type { StringInput, StringOutput } from '../../core/modules/string.ts';
import { counted } from '../../words/counted.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { Drill } from '../drill/Drill.tsx';
import { EXTENTS, type Extent, type Laid, lay, patchesOf, TOOLS, type Tool } from '../drill/patches.ts';
import { StringDrawing } from '../drill/StringDrawing.tsx';
import { pairs } from '../parts/pairs.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

const Curves = lazy(() => import('./Curves.tsx'));
const COUNTS = [6, 12, 18, 24];

/** Patch bench: lay things on a string and see what they cost beside what they cover. */
export function PatchBench() {
  const [modules, setModules] = useState(12);
  const [film, setFilm] = useState(1);
  const [tool, setTool] = useState<Tool>('dropping');
  const [extent, setExtent] = useState<Extent>('cell');
  const [onEach, setOnEach] = useState(false);
  const [history, setHistory] = useState<Laid[]>([{}]);
  const [drilling, setDrilling] = useState(false);
  const units = useUnits();
  const laid = history.at(-1) ?? {};
  const input: StringInput = { module: EXAMPLE_MODULE, moduleCount: modules, film, patches: patchesOf(laid) };
  const { get } = useWorker();
  const { answer, error } = useNewest('patch', (next: StringInput) => get().patch(next), input);
  const [unfolded, setUnfolded] = useState<'curve' | 'case' | null>(null);
  const curves = useNewest(
    'curves',
    (next: StringInput | null) => (next === null ? Promise.resolve(null) : get().curves(next)),
    unfolded === 'curve' ? input : null,
  );
  const fold = (which: 'curve' | 'case') => ({
    open: unfolded === which,
    onToggle: (event: SyntheticEvent<HTMLDetailsElement>) => {
      if (event.currentTarget.open) setUnfolded(which);
      else if (unfolded === which) setUnfolded(null);
    },
  });
  if (drilling) return <Drill onEnd={() => setDrilling(false)} />;
  return (
    <div className="bench">
      <section className="bench-picture">
        <div className="bench-tools">
          <fieldset className="choices" aria-label="What is laid">
            {(Object.keys(TOOLS) as Tool[]).map((key) => (
              <button type="button" key={key} aria-pressed={tool === key} onClick={() => setTool(key)}>
                {TOOLS[key].label}
              </button>
            ))}
          </fieldset>
          <Form.Select
            aria-label="How far it reaches"
            value={extent}
            onChange={(event) => setExtent(event.target.value as Extent)}
          >
            {pairs(EXTENTS).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Form.Check
            id="on-each"
            label="the same on every module"
            checked={onEach}
            onChange={(event) => setOnEach(event.target.checked)}
          />
        </div>
        <StringDrawing
          modules={modules}
          laid={laid}
          film={film}
          onPlace={(place, begins) => {
            const next = lay(laid, tool, extent, onEach, modules, place);
            setHistory(begins ? [...history.slice(-30), next] : [...history.slice(0, -1), next]);
          }}
        />
        <div className="bench-tools">
          <Form.Label htmlFor="film" className="m-0">
            Film over all
          </Form.Label>
          <Form.Range
            id="film"
            min={0}
            max={40}
            value={Math.round((1 - film) * 100)}
            onChange={(event) => setFilm(1 - Number(event.target.value) / 100)}
          />
          <strong>{formatQuantity(1 - film, 'fraction', units, 0)}</strong>
          <Form.Select
            aria-label="Modules in the string"
            value={modules}
            onChange={(event) => {
              setModules(Number(event.target.value));
              setHistory([{}]);
            }}
          >
            {COUNTS.map((count) => (
              <option key={count} value={count}>
                {counted(count, 'module')}
              </option>
            ))}
          </Form.Select>
          <Button variant="quiet" disabled={history.length < 2} onClick={() => setHistory(history.slice(0, -1))}>
            undo
          </Button>
          <Button
            variant="quiet"
            onClick={() => {
              setHistory([...history, {}]);
              setFilm(1);
            }}
          >
            clear the glass
          </Button>
        </div>
      </section>
      <section className="bench-figures" aria-label="What it costs">
        <Trouble error={error} />
        {answer ? <PatchFigures whole={answer.whole} half={answer.half} /> : <Waiting what="Working it out" />}
        <details {...fold('curve')}>
          <summary>The curve behind it</summary>
          <Suspense fallback={<Waiting what="Drawing" />}>
            {curves.answer && <Curves clean={curves.answer.clean} soiled={curves.answer.soiled} />}
          </Suspense>
        </details>
        <details {...fold('case')}>
          <summary>How it is computed</summary>
          <p>
            Single-diode cells in series, each in its own light; every third of a module lies under a bypass diode that
            carries the current round it when its cells cannot. All modules of a string carry one current: the greatest
            product of current and voltage counts, whichever of its peaks that is. No breakdown of cells in reverse is
            modelled. The module is made up: 60 cells, about 360 W. Source: De Soto, Klein and Beckman 2006.
          </p>
          <p>
            The same case for <code>./pail compute string</code>:
          </p>
          <pre className="case">{unfolded === 'case' && JSON.stringify(input)}</pre>
        </details>
        <Button variant="outline-primary" onClick={() => setDrilling(true)}>
          Guess drill
        </Button>
      </section>
    </div>
  );
}

function PatchFigures({ whole, half }: { whole: StringOutput; half: StringOutput }) {
  const units = useUnits();
  const share = (value: number) => formatQuantity(Math.max(0, value), 'fraction', units);
  const level = (output: StringOutput) => 1 - output.pmpModuleLevel / output.pmpClean;
  const times = whole.opticalLoss > 1e-6 ? whole.electricalLoss / whole.opticalLoss : null;
  return (
    <>
      <div className="figures">
        <div className="figure-box">
          <span className="label">Shaded area</span>
          <span className="value" data-figure="area">
            {formatQuantity(whole.opticalLoss, 'fraction', units, 2)}
          </span>
          <span className="range">of what falls on the string</span>
        </div>
        <div className="figure-box">
          <span className="label">Power lost</span>
          <span className="value" data-figure="power">
            {formatQuantity(Math.max(0, whole.electricalLoss), 'fraction', units, 2)}
          </span>
          <span className="range">
            {formatQuantity(whole.pmp, 'power', units)} of {formatQuantity(whole.pmpClean, 'power', units)}
          </span>
        </div>
        <div className="figure-box">
          <span className="label">It costs</span>
          <span className="value">{times === null ? 'nothing' : `${formatNumber(times, 1, units)} ×`}</span>
          <span className="range">{times === null ? 'the glass is clear' : 'the light that it keeps out'}</span>
        </div>
      </div>
      <table className="table bench-table">
        <thead>
          <tr>
            <th>Power lost</th>
            <th className="number">one string</th>
            <th className="number">electronics at each module</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>whole cells</th>
            <td className="number">{share(whole.electricalLoss)}</td>
            <td className="number">{share(level(whole))}</td>
          </tr>
          <tr>
            <th>half-cut cells</th>
            <td className="number">{share(half.electricalLoss)}</td>
            <td className="number">{share(level(half))}</td>
          </tr>
        </tbody>
      </table>
    </>
  );
}
