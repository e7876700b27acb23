import type { OfferedChoice } from '../../core/quotes/offer.ts';
import { choiceWords, VERDICT_WORDS } from '../../words/en/letters.ts';
import { useSay } from '../api/hooks.ts';

const LEFT = 8;
const RIGHT = 292;
const ROW = 64;

/** What each choice is worth, as a bar over its range with the middle marked, and what it costs as a line across. */
export function WorthDrawn({ choices }: { choices: readonly OfferedChoice[] }) {
  const say = useSay();
  const most = Math.max(...choices.flatMap(({ gross, worth }) => [gross, worth?.p90 ?? 0])) * 1.05 || 1;
  const x = (amount: number) => LEFT + (Math.max(0, amount) / most) * (RIGHT - LEFT);
  const told = choices
    .map(
      (one) =>
        `${choiceWords(one)}: costs ${say.money(one.gross)}${one.worth ? `, is worth ${say.moneyRange(one.worth.p10, one.worth.p90)}` : ''}; ${VERDICT_WORDS[one.verdict]}`,
    )
    .join('. ');
  return (
    <svg className="worth-drawn" viewBox={`0 0 300 ${choices.length * ROW + 4}`} role="img" aria-label={told}>
      {choices.map((one, at) => {
        const top = at * ROW;
        const price = x(one.gross);
        const ends = price > 170;
        return (
          <g key={one.choice}>
            <text x={LEFT} y={top + 14} className="name">
              {choiceWords(one)}
            </text>
            {one.worth && (
              <>
                <rect
                  x={x(one.worth.p10)}
                  y={top + 22}
                  width={Math.max(2, x(one.worth.p90) - x(one.worth.p10))}
                  height={16}
                  className="worth"
                />
                <path d={`M${x(one.worth.p50)} ${top + 22}v16`} className="middle" />
              </>
            )}
            <path d={`M${LEFT} ${top + 38.5}H${RIGHT}`} className="axis" />
            <path d={`M${price} ${top + 18}v24`} className="price" />
            <text x={ends ? price - 5 : price + 5} y={top + 53} textAnchor={ends ? 'end' : 'start'}>
              costs {say.money(one.gross)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
