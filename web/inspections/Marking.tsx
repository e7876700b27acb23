import { startTransition, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useFormContext, useWatch } from 'react-hook-form';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { MARK_COVER } from '../../core/assumptions.ts';
import {
  MARK_KINDS,
  MARK_PATTERNS,
  type Mark,
  type MarkKind,
  type MarkPattern,
  SEVERITIES,
  type Severity,
} from '../../core/inspections/marks.ts';
import { BONDS, type Bond } from '../../core/inspections/soil.ts';
import { BOND_WORDS, MARK_WORDS, PATTERN_WORDS, SEVERITY_WORDS } from '../../words/en/labels.ts';
import { formatQuantity } from '../../words/format.ts';
import { markWords } from '../../words/marks.ts';
import { useUnits } from '../api/hooks.ts';
import { MarkPatch } from '../parts/MarkPatches.tsx';
import { pairs } from '../parts/pairs.ts';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';
import { ZoomBox } from '../parts/ZoomBox.tsx';
import { CellPicker } from './CellPicker.tsx';
import { type MarkTool, REACHES, type Reach, reached, touchCell, touchModules } from './marking.ts';

/** Thumb-sized modules: at least this many pixels across. */
const TARGET = 48;

/** Marking where patches lie: what, how it lies, how much by a card, then a touch on modules, rows or the face. */
export function Marking({ array }: { array: SolarArray }) {
  const { getValues, setValue } = useFormContext();
  const marks = (useWatch({ name: 'marks' }) ?? []) as Mark[];
  const [open, setOpen] = useState(marks.length > 0);
  const [tool, setTool] = useState<MarkTool>({ kind: 'droppings', pattern: 'spots', severity: 'plain' });
  const [reach, setReach] = useState<Reach>('module');
  const [large, setLarge] = useState<number | null>(null);
  const single = tool.pattern === 'cells';
  // From what the form holds: the drawing may lag behind a quick thumb.
  const change = (to: (before: Mark[]) => Mark[]) =>
    startTransition(() => setValue('marks', to(getValues('marks') ?? []), { shouldDirty: true }));
  return (
    <fieldset>
      <legend>Where patches lie</legend>
      {!open && (
        <Button variant="outline-primary" onClick={() => setOpen(true)}>
          Mark them on the roof
        </Button>
      )}
      {open && (
        <>
          <div className="d-flex flex-wrap gap-2 align-items-end mb-2">
            <div>
              <Form.Label htmlFor="mark-kind">What</Form.Label>
              <Form.Select
                id="mark-kind"
                value={tool.kind}
                onChange={(event) => setTool({ ...tool, kind: event.target.value as MarkKind })}
              >
                {MARK_KINDS.map((kind) => (
                  <option key={kind} value={kind}>
                    {MARK_WORDS[kind]}
                  </option>
                ))}
              </Form.Select>
            </div>
            <div>
              <Form.Label htmlFor="mark-pattern">How it lies</Form.Label>
              <Form.Select
                id="mark-pattern"
                value={tool.pattern}
                onChange={(event) => setTool({ ...tool, pattern: event.target.value as MarkPattern })}
              >
                {MARK_PATTERNS.map((pattern) => (
                  <option key={pattern} value={pattern}>
                    {PATTERN_WORDS[pattern]}
                  </option>
                ))}
              </Form.Select>
            </div>
            <div>
              <Form.Label htmlFor="mark-reach">Tap marks</Form.Label>
              <Form.Select
                id="mark-reach"
                value={reach}
                disabled={single}
                onChange={(event) => setReach(event.target.value as Reach)}
              >
                {pairs(REACHES).map(([key, words]) => (
                  <option key={key} value={key}>
                    {words}
                  </option>
                ))}
              </Form.Select>
            </div>
            <div>
              <Form.Label htmlFor="mark-bond">It comes off</Form.Label>
              <Form.Select
                id="mark-bond"
                value={tool.bond ?? ''}
                onChange={(event) =>
                  setTool({ ...tool, bond: event.target.value === '' ? undefined : (event.target.value as Bond) })
                }
              >
                <option value="">as it usually does</option>
                {BONDS.map((bond) => (
                  <option key={bond} value={bond}>
                    {BOND_WORDS[bond]}
                  </option>
                ))}
              </Form.Select>
            </div>
          </div>
          <Cards tool={tool} onSeverity={(severity) => setTool({ ...tool, severity })} />
          <ZoomBox className="marking-roof">
            {(zoom) => (
              <RoofDrawing
                array={array}
                patches={marks}
                onModule={(module) =>
                  single
                    ? setLarge(module)
                    : change((before) => touchModules(before, tool, reached(array, module, reach)))
                }
                onModules={(modules) =>
                  single ? setLarge(modules[0] ?? null) : change((before) => touchModules(before, tool, modules))
                }
                scale={TARGET * zoom}
              />
            )}
          </ZoomBox>
          {single && large !== null && (
            <CellPicker
              array={array}
              module={large}
              marks={marks}
              onCell={(cell) => change((before) => touchCell(before, tool, large, cell))}
            />
          )}
          {single && large === null && <p className="mb-1">Touch the module whose cells are covered.</p>}
          <MarkList
            marks={marks}
            onTakeOut={(mark) => change((before) => before.filter((other) => markWords(other) !== markWords(mark)))}
          />
        </>
      )}
    </fieldset>
  );
}

/** Cards to hold beside the glass: the same module with a known share of its touched cells covered. */
function Cards({ tool, onSeverity }: { tool: MarkTool; onSeverity: (severity: Severity) => void }) {
  const units = useUnits();
  return (
    <fieldset className="cards">
      <legend className="visually-hidden">How much, by the nearest card</legend>
      {SEVERITIES.map((severity) => (
        <button
          type="button"
          key={severity}
          aria-pressed={tool.severity === severity}
          onClick={() => onSeverity(severity)}
        >
          <svg viewBox="-0.05 -0.05 1.14 1.82" aria-hidden="true">
            <rect width="1.04" height="1.72" fill="var(--glass)" stroke="var(--frame)" strokeWidth="0.03" />
            <path
              d="M0.173 0v1.72M0.347 0v1.72M0.52 0v1.72M0.693 0v1.72M0.867 0v1.72M0 0.172h1.04M0 0.344h1.04M0 0.516h1.04M0 0.688h1.04M0 0.86h1.04M0 1.032h1.04M0 1.204h1.04M0 1.376h1.04M0 1.548h1.04"
              stroke="var(--glass-line)"
              strokeWidth="0.01"
            />
            <MarkPatch mark={{ ...tool, severity, cells: [27] }} seed={3} width={1.04} height={1.72} />
          </svg>
          <span>{SEVERITY_WORDS[severity]}</span>
          <span className="quiet">
            {tool.pattern === 'spots'
              ? `${MARK_COVER.spots[severity]} ${severity === 'light' ? 'spot' : 'spots'}`
              : `${formatQuantity(MARK_COVER[tool.pattern][severity], 'fraction', units, 0)} of a touched cell`}
          </span>
        </button>
      ))}
    </fieldset>
  );
}

function MarkList({ marks, onTakeOut }: { marks: readonly Mark[]; onTakeOut: (mark: Mark) => void }) {
  if (marks.length === 0)
    return (
      <p className="quiet mb-0">
        Nothing marked yet. Touch a module, draw a frame with the mouse, or use Tab and Enter.
      </p>
    );
  return (
    <ul className="plain-list">
      {marks.map((mark) => (
        <li key={markWords(mark)}>
          {markWords(mark)}
          <Button
            variant="quiet"
            className="end"
            onClick={() => onTakeOut(mark)}
            aria-label={`Take out: ${markWords(mark)}`}
          >
            take out
          </Button>
        </li>
      ))}
    </ul>
  );
}
