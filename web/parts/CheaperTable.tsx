import type { ReactNode } from 'react';
import type { WeighedChoice } from '../../core/quotes/cheaper.ts';
import type { BesideCheaper } from '../../core/quotes/offer.ts';
import {
  BESIDE_WORDS,
  bestWords,
  cheaperName,
  costWords,
  leavesWords,
  netWords,
  savesWords,
} from '../../words/en/cheaper.ts';
import { useSay } from '../api/hooks.ts';

interface CheaperTableProps {
  beside: BesideCheaper;
  /** washes a year of the plan that is offered */
  visits: number;
  /** what can be done about a choice, and what is to be said of it */
  moves?: (choice: WeighedChoice) => ReactNode;
  /** what else its reader is told of a choice, under its name */
  says?: (choice: WeighedChoice) => ReactNode;
}

/** An offer beside what is cheaper: what each leaves on the glass, saves and costs in a year, and what can hurt. */
export function CheaperTable({ beside: { all, best }, visits, moves, says }: CheaperTableProps) {
  const say = useSay();
  const here = all.filter(({ not }) => not.length === 0);
  const notHere = all.filter(({ not }) => not.length > 0);
  return (
    <>
      {best && <p className="headline mb-1">{bestWords(best.key, visits)}</p>}
      <table className="table row-cards cheaper">
        <thead>
          <tr>
            <th>You could have</th>
            <th className="number">Leaves of the loss now</th>
            <th className="number">Saves a year</th>
            <th className="number">Costs a year</th>
            <th className="number">Left for you a year</th>
          </tr>
        </thead>
        {here.map((one) => (
          <tbody key={one.key} className={one.key === best?.key ? 'best' : ''}>
            <tr>
              <td>
                <strong>{cheaperName(one.key, visits)}</strong>
                {one.key === best?.key && <span className="best-mark d-block">leaves you the most</span>}
                {says?.(one)}
                {moves && <div>{moves(one)}</div>}
              </td>
              <td className="number" data-label="Leaves of the loss now">
                {leavesWords(one, say)}
              </td>
              <td className="number" data-label="Saves a year">
                {savesWords(one, say)}
              </td>
              <td className="number" data-label="Costs a year">
                {costWords(one, say)}
              </td>
              {one.net === null ? (
                <td />
              ) : (
                <td className="number" data-label="Left for you a year">
                  <Left of={one} />
                </td>
              )}
            </tr>
            {one.notes.length + one.hazards.length > 0 && (
              <tr className="choice-notes">
                <td className="quiet" colSpan={5}>
                  {[...one.notes, ...one.hazards].map((finding) => say.finding(finding)).join(' ')}
                </td>
              </tr>
            )}
          </tbody>
        ))}
      </table>
      <p className="quiet">{BESIDE_WORDS}</p>
      {notHere.length > 0 && (
        <ul className="plain-list quiet">
          {notHere.map((one) => (
            <li key={one.key}>
              <span>
                {cheaperName(one.key, visits)}: {one.not.map((finding) => say.finding(finding)).join(' ')}
              </span>
              {moves && <span className="end">{moves(one)}</span>}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** What a choice leaves in a year: the middle, and its range under it. */
function Left({ of }: { of: WeighedChoice }) {
  const { middle, under } = netWords(of, useSay());
  return (
    <>
      <strong>{middle}</strong>
      {under.map((line) => (
        <span key={line} className="quiet d-block">
          {line}
        </span>
      ))}
    </>
  );
}
