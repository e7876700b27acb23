import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { bare } from '../../core/findings.ts';
import type { Soil } from '../../core/inspections/soil.ts';
import { besideCheaper, choicesOf, type OfferedChoice, offeredPlan, takenOf } from '../../core/quotes/offer.ts';
import { askedOfCustomer, assumedFinding } from '../../core/sites/assumed.ts';
import type { Units } from '../../core/units/quantities.ts';
import { counted } from '../../words/counted.ts';
import {
  BESIDE_WORDS,
  bestWords,
  cheaperName,
  costWords,
  leavesWords,
  netWords,
  savesWords,
} from '../../words/en/cheaper.ts';
import { fittingQuantity } from '../../words/en/fittings.ts';
import { choiceWords } from '../../words/en/letters.ts';
import type { Language, Say } from '../../words/language.ts';
import { sayTo } from '../../words/say.ts';
import { INK, paperOf, right, table } from './parts.ts';
import { told } from './tagged.ts';

export interface QuotePaper {
  quote: Quote;
  firm: string;
  customer: string;
  site: string;
  place: string;
  modules: number;
  units: Units;
  /** faces that the price washes, as they lay and as they looked; left out in papers from before they were kept */
  roofs?: { array: SolarArray; soils: Soil[] }[];
}

/** The quote as the customer gets it: a short letter, the price, and what it is worth, also where it is not. */
export function quotePaper(
  { quote, firm, customer, site, place, modules, units }: QuotePaper,
  language?: Language,
): TDocumentDefinitions {
  const say = sayTo({ units, currency: quote.currency, ...(language && { language }) });
  const money = say.price;
  const number = `Quote ${quote.number}.${quote.revision}`;
  const { benefit } = quote;
  const ofPlan = offeredPlan(quote);
  const asked = askedOfCustomer(quote.assumed);
  // Papers of before it was drawn read as they did.
  const drawn = quote.cheaper !== null;
  const chance = (found: number | null) =>
    found === null
      ? []
      : [{ text: say.finding({ code: 'chance-of-paying' as const, params: { chance: found } }), style: 'quiet' }];
  const content: Content[] = [
    { text: firm, style: 'firm' },
    { text: number, style: 'title' },
    {
      columns: [
        { text: [`For ${customer}\n`, `${site}\n`, { text: place, style: 'quiet' }] },
        {
          text: [
            quote.sentAt ? `Sent ${say.date(quote.sentAt)}\n` : 'Draft, not sent\n',
            quote.validUntil ? `Valid until ${say.date(quote.validUntil)}` : '',
          ],
          alignment: 'right',
        },
      ],
      margin: [0, 6, 0, 8],
    },
    ...(quote.message ? [{ text: quote.message, margin: [0, 0, 0, 6] as [number, number, number, number] }] : []),
    {
      text: `Washing ${counted(modules, 'module')}, ${quote.finish === 'output' ? 'finish: output restored' : 'finish: spotless'}`,
      style: 'heading',
    },
    ...quote.leftOut.map((face) => ({
      text: `Not washed on this visit: ${face.name}, ${counted(face.modules, 'module')}. ${face.because.map((one) => say.finding(one)).join(' ')}`,
      margin: [0, 0, 0, 4] as [number, number, number, number],
    })),
    table(
      ['One visit', 'Quantity', 'Amount'],
      [
        ...quote.one.lines.map((line) => [
          say.finding(line.label),
          right(say.finding({ code: 'line-quantity', params: line })),
          right(money(line.amount)),
        ]),
        ['Before tax', '', right(money(quote.one.net))],
        ...quote.one.taxes.map(({ rate, net, tax }) => [
          `Tax, ${say.quantity(rate, 'fraction')}`,
          quote.one.taxes.length > 1 ? right(`on ${money(net)}`) : '',
          right(money(tax)),
        ]),
        [{ text: 'One visit', bold: true }, '', right(money(quote.one.gross), true)],
      ],
      ['*', 110, 110],
    ),
  ];
  if (quote.planned) {
    content.push(
      { text: `Or a plan of ${quote.visits} visits a year`, style: 'heading' },
      table(
        ['', 'Each visit', 'A year'],
        [
          [
            `${quote.visits} visits, tax included`,
            right(money(quote.planned.gross)),
            right(money(quote.planned.gross * quote.visits), true),
          ],
        ],
        ['*', 110, 110],
      ),
    );
  }
  if (quote.spotless) {
    const { one, planned } = quote.spotless;
    content.push(
      { text: 'If you want nothing to show on a cloth', style: 'heading' },
      table(
        ['', 'Each visit'],
        [
          ['Spotless finish, on top of one visit, tax included', right(money(one.gross))],
          ...(quote.planned ? [['On top of each visit of the plan', right(money(planned.gross))]] : []),
        ],
        ['*', 110],
      ),
    );
  }
  if (quote.sprayLine)
    content.push({
      text: `Where you want it: a line of pipe that sprays by itself, put up once, ${money(quote.sprayLine.gross)} with tax.`,
      margin: [0, 6, 0, 0],
    });
  if (quote.fittings) {
    const { lines, net, tax, gross } = quote.fittings;
    content.push(
      { text: 'Fitted once, on the first visit', style: 'heading' },
      table(
        ['', 'Quantity', 'Amount'],
        [
          ...lines.map((line) => [
            say.finding(line.label),
            right(fittingQuantity(line, say)),
            right(money(line.amount)),
          ]),
          ['Before tax', '', right(money(net))],
          [`Tax, ${say.quantity(quote.taxRate, 'fraction')}`, '', right(money(tax))],
          [{ text: 'Fitted, once', bold: true }, '', right(money(gross), true)],
        ],
        ['*', 110, 110],
      ),
      ...lines.flatMap(({ says }) => (says ? [{ text: say.finding(says), style: 'verdict' }] : [])),
      {
        text: 'It comes on top of what is chosen above, where you want it. The rows left without show at later visits what it did.',
        style: 'quiet',
      },
    );
  }
  if (quote.depositShare > 0)
    content.push({
      text: `On acceptance ${say.quantity(quote.depositShare, 'fraction')} of the first visit is asked for: ${choicesOf(
        quote,
      )
        .map((one) => `${money(takenOf(quote, one.choice, []).deposit)} for ${choiceWords(one).toLowerCase()}`)
        .join(', ')}.`,
      style: 'quiet',
    });
  content.push(
    { text: 'What a wash is worth to you', style: 'heading' },
    {
      text: `One wash now is estimated to bring back ${say.range(benefit.recoverable.p10, benefit.recoverable.p90, 'energy')} before the glass has soiled again, worth ${money(benefit.worth.p10)} to ${money(benefit.worth.p90)} (middle ${money(benefit.worth.p50)}) at your prices of energy.${drawn ? ' Each bar is what it may be worth, four times in five, its light line the middle; the dark line is what it costs.' : ''}`,
    },
    ...(drawn ? worthDrawn(choicesOf(quote), (choice) => `${choiceWords(choice)}, ${money(choice.gross)}`, say) : []),
    { text: say.finding(bare(`verdict-${benefit.verdict}`)), style: 'verdict' },
    ...chance(benefit.chance),
    ...(ofPlan ? [{ text: say.finding(ofPlan), style: 'verdict' }, ...chance(benefit.planChance)] : []),
    { text: say.finding({ code: 'offer-weather', params: { climate: benefit.climate } }), style: 'quiet' },
    ...(asked.length > 0
      ? [
          {
            text: `Please check what we had to assume: ${asked.map((fact) => say.finding(assumedFinding(fact))).join('; ')}. Where it is otherwise, what a wash is worth changes.`,
            style: 'quiet',
          },
        ]
      : []),
  );
  const beside = besideCheaper(quote);
  if (beside) {
    const { all, best } = beside;
    const here = all.filter(({ not }) => not.length === 0);
    content.push(
      { text: 'What else you could do', style: 'heading' },
      ...(best ? [{ text: bestWords(best.key, quote.visits), style: 'verdict' }] : []),
      table(
        ['You could have', 'Leaves of the loss', 'Saves a year', 'Costs a year', 'Left for you a year'],
        here.map((one) => [
          {
            stack: [
              { text: cheaperName(one.key, quote.visits), bold: one.key === best?.key },
              ...noted([...one.notes, ...one.hazards].map((finding) => say.finding(finding))),
            ],
          },
          right(leavesWords(one, say)),
          right(savesWords(one, say)),
          right(costWords(one, say)),
          left(netWords(one, say)),
        ]),
        ['*', 50, 90, 62, 92],
      ),
      { text: BESIDE_WORDS, style: 'quiet', margin: [0, 0, 0, 6] },
      ...all
        .filter(({ not }) => not.length > 0)
        .map((one) => ({
          text: `${cheaperName(one.key, quote.visits)}: ${one.not.map((finding) => say.finding(finding)).join(' ')}`,
          style: 'quiet',
        })),
    );
  }
  if (quote.stated) {
    content.push({ text: 'Reason for washing, as agreed', style: 'heading' }, { text: quote.stated });
  }
  return paperOf(number, `Panel cleaning at ${site}`, firm, content);
}

/** What is to be known of a choice, where anything is. */
const noted = (sentences: readonly string[]): Content[] =>
  sentences.length > 0 ? [{ text: sentences.join(' '), style: 'quiet' }] : [];

/** What a choice leaves in a year, its range under the middle. */
const left = ({ middle, under }: ReturnType<typeof netWords>): TableCell => ({
  stack: [{ text: middle, bold: true }, ...under.map((text) => ({ text, style: 'quiet' }))],
  alignment: 'right',
});

/** Points across which what a choice may be worth is drawn, and how high its bar is. */
const BAR = { across: 430, height: 9 } as const;

/** What each choice may be worth as a bar, four times in five, with its middle, and what it costs as a dark line through it. */
function worthDrawn(
  choices: readonly OfferedChoice[],
  named: (choice: OfferedChoice) => string,
  say: Pick<Say, 'money' | 'moneyRange'>,
): Content[] {
  const most = Math.max(1, ...choices.map(({ worth, gross }) => Math.max(gross, worth?.p90 ?? 0)));
  const at = (amount: number) => (Math.max(0, amount) / most) * BAR.across;
  const upright = (x: number, lineWidth: number, lineColor: string, out: number) =>
    ({ type: 'line', x1: x, x2: x, y1: -out, y2: BAR.height + out, lineWidth, lineColor }) as const;
  return choices.flatMap((choice): Content[] => {
    const { worth, gross } = choice;
    if (worth === null) return [];
    const [from, to] = [at(worth.p10), at(worth.p90)];
    return [
      { text: named(choice), style: 'quiet', margin: [0, 8, 0, 4] },
      told(
        {
          canvas: [
            {
              type: 'line',
              x1: 0,
              x2: BAR.across,
              y1: BAR.height,
              y2: BAR.height,
              lineWidth: 0.5,
              lineColor: INK.rule,
            },
            { type: 'rect', x: from, y: 0, w: Math.max(1, to - from), h: BAR.height, color: INK.worth },
            upright(at(worth.p50), 1.2, INK.paper, 0),
            upright(at(gross), 2, INK.text, 3),
          ],
        },
        `${named(choice)}: worth ${say.moneyRange(worth.p10, worth.p90)}, middle ${say.money(worth.p50)}`,
      ),
    ];
  });
}
