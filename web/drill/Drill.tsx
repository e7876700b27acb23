import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { drillScene } from '../../core/drill/drill.ts';
import { EXAMPLE_MODULE } from '../../core/modules/exampleModule.ts';
import { mean, standardDeviation } from '../../core/statistics/summary.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { useWorker } from '../compute/useWorker.ts';
import { Trouble } from '../parts/states.tsx';
import { laidOf } from './patches.ts';
import { StringDrawing } from './StringDrawing.tsx';

const MODULES = 12;
const newSeed = (): number => Math.floor(Math.random() * 2 ** 31);

/** Guess drill: a soiled string is drawn, one guesses what it loses, then sees the truth and why. */
export function Drill({ onEnd }: { onEnd: () => void }) {
  const say = useSay();
  const units = useUnits();
  const [seed, setSeed] = useState(newSeed);
  const [guess, setGuess] = useState(10);
  const [truth, setTruth] = useState<number | null>(null);
  const id = useRef(newId());
  const record = useEndpointMutation('recordDrillRound');
  const rounds = useEndpointQuery('listDrillRounds', { query: { limit: 50 } });
  const scene = drillScene(EXAMPLE_MODULE, MODULES, seed);
  const { get } = useWorker();
  const compare = async () => {
    const { film, patches } = scene;
    const { whole } = await get().patch({ module: EXAMPLE_MODULE, moduleCount: MODULES, film, patches });
    const lost = Math.min(1, Math.max(0, whole.electricalLoss));
    setTruth(lost);
    record.mutate({ body: { id: id.current, guess: guess / 100, truth: lost, scene: { film, patches } } });
  };
  const next = () => {
    id.current = newId();
    setTruth(null);
    setSeed(newSeed());
  };
  const off = (rounds.data?.items ?? []).map((round) => round.guess - round.truth);
  return (
    <div className="bench">
      <section className="bench-picture">
        <StringDrawing modules={MODULES} laid={laidOf(scene.patches)} film={scene.film} />
      </section>
      <section className="bench-figures" aria-label="Guess drill">
        <h2>What does this lose?</h2>
        <Form.Label htmlFor="guess">Power lost, your guess</Form.Label>
        <div className="d-flex gap-3 align-items-center mb-2">
          <Form.Range
            id="guess"
            min={0}
            max={60}
            step={0.5}
            value={guess}
            disabled={truth !== null}
            onChange={(event) => setGuess(Number(event.target.value))}
          />
          <strong className="fs-4 text-nowrap">{formatQuantity(guess / 100, 'fraction', units)}</strong>
        </div>
        {truth === null ? (
          <Button onClick={() => void compare()}>Show the truth</Button>
        ) : (
          <>
            <p className="verdict" role="status">
              It loses {formatQuantity(truth, 'fraction', units)}. Your guess was{' '}
              {formatNumber(Math.abs(guess - truth * 100), 1, units)} points{' '}
              {guess >= truth * 100 ? 'too high' : 'too low'}.
            </p>
            <p>{say.finding(scene.lesson)}</p>
            <Button onClick={next}>Another</Button>
          </>
        )}
        <Trouble error={record.error} />
        {off.length > 0 && (
          <table className="table bench-table mt-3">
            <tbody>
              <tr>
                <th>Your rounds (the last 50 at most)</th>
                <td className="number">{off.length}</td>
              </tr>
              <tr>
                <th>On average off by</th>
                <td className="number">
                  {formatNumber(Math.abs(mean(off)) * 100, 1, units)} points {mean(off) >= 0 ? 'too high' : 'too low'}
                </td>
              </tr>
              <tr>
                <th>Spread</th>
                <td className="number">{formatNumber(standardDeviation(off) * 100, 1, units)} points</td>
              </tr>
            </tbody>
          </table>
        )}
        <Button variant="quiet" onClick={onEnd}>
          back to the bench
        </Button>
      </section>
    </div>
  );
}
