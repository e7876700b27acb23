import type { Letter } from '../../contract/letters/endpoints.ts';
import { besideCheaper, type OfferedChoice } from '../../core/quotes/offer.ts';
import { choiceWords, VERDICT_WORDS } from '../../words/en/letters.ts';
import { chanceWords } from '../../words/en/quotes.ts';
import { useSay } from '../api/hooks.ts';
import { CheaperTable } from '../parts/CheaperTable.tsx';

interface ChoicesTableProps {
  content: Letter['content'];
  choices: readonly OfferedChoice[];
}

/** All that the customer can have in one table: what is offered, then what else could be done in its place. */
export function ChoicesTable({ content, choices }: ChoicesTableProps) {
  const beside = besideCheaper(content);
  if (beside === null) return <OfferedAlone choices={choices} />;
  const offered = new Map<string, OfferedChoice>(choices.map((one) => [one.choice, one]));
  const all = [
    ...beside.all.filter(({ key }) => offered.has(key)),
    ...beside.all.filter(({ key }) => !offered.has(key)),
  ];
  return (
    <CheaperTable
      beside={{ ...beside, all }}
      visits={content.visits}
      says={({ key }) => {
        const one = offered.get(key);
        return one && <OfferedWords one={one} />;
      }}
    />
  );
}

/** What a choice that is offered costs, and whether it pays by itself. */
function OfferedWords({ one }: { one: OfferedChoice }) {
  const say = useSay();
  return (
    <span className="quiet d-block">
      {one.visits > 1 ? `${say.price(one.each)} each, tax included.` : 'Tax included.'} In energy alone it{' '}
      {VERDICT_WORDS[one.verdict]}
      {one.chance !== null && `: it does in ${chanceWords(one.chance)} years`}.
    </span>
  );
}

/** What is offered by itself, on offers from before what is cheaper stood beside it. */
function OfferedAlone({ choices }: Pick<ChoicesTableProps, 'choices'>) {
  const say = useSay();
  return (
    <table className="table row-cards">
      <thead>
        <tr>
          <th>You can have</th>
          <th className="number">It costs, tax included</th>
          <th className="number">It is worth</th>
        </tr>
      </thead>
      <tbody>
        {choices.map((one) => (
          <tr key={one.choice}>
            <td>
              <strong>{choiceWords(one)}</strong>
              <OfferedWords one={one} />
            </td>
            <td className="number" data-label="It costs, tax included">
              {say.price(one.gross)}
            </td>
            <td className="number" data-label="It is worth">
              {one.worth ? say.moneyRange(one.worth.p10, one.worth.p90) : 'not said'}
              <span className="quiet d-block">{one.choice === 'one' ? 'until it has soiled again' : 'in a year'}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
