import { useParams } from 'react-router';
import type { Letter } from '../../contract/letters/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { bare } from '../../core/findings.ts';
import { choicesOf, offeredPlan } from '../../core/quotes/offer.ts';
import { askedOfCustomer, assumedFinding } from '../../core/sites/assumed.ts';
import { counted } from '../../words/counted.ts';
import { fittingQuantity } from '../../words/en/fittings.ts';
import { NO_ANSWER_WORDS, takenWords } from '../../words/en/letters.ts';
import { ReadAs, useEndpointMutation, useEndpointQuery, useSay } from '../api/hooks.ts';
import { Figure } from '../parts/Figure.tsx';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';
import { TaxRows } from '../parts/TaxRows.tsx';
import { ChoicesTable } from './ChoicesTable.tsx';
import { LetterAnswer } from './LetterAnswer.tsx';
import { LetterDesk } from './LetterDesk.tsx';
import { LetterMessages } from './LetterMessages.tsx';
import { useFirstAct } from './useFirstAct.ts';
import { WorthDrawn } from './WorthDrawn.tsx';

/** The offer behind a private link, as its customer reads it: no sign-in, no search engine, and nothing of anybody else. */
export function LetterPage() {
  const { token = '' } = useParams();
  const letter = useEndpointQuery('readLetter', { params: { token } }, { retry: false });
  const reading = useEndpointMutation('noteLetterRead');
  useFirstAct(letter.isSuccess, () => reading.mutate({ params: { token }, body: {} }));
  return (
    <LetterDesk of={letter}>
      {(found) => (
        <ReadAs value={{ units: found.units, currency: found.content.currency }}>
          <OfferLetter letter={found} token={token} />
        </ReadAs>
      )}
    </LetterDesk>
  );
}

function OfferLetter({ letter, token }: { letter: Letter; token: string }) {
  const say = useSay();
  const { content, closed, answered } = letter;
  const { benefit } = content;
  const choices = choicesOf(content);
  const ofPlan = offeredPlan(content);
  const asked = askedOfCustomer(content.assumed);
  return (
    <article className="letter">
      <p className="no-print d-flex gap-3 flex-wrap mb-2">
        <a href={`/api/letters/by-link/${token}/paper.pdf`} target="_blank" rel="noreferrer">
          the same as a PDF
        </a>
        <button type="button" className="btn btn-quiet p-0" onClick={() => window.print()}>
          print
        </button>
      </p>
      <p className="small-caps mb-1">{letter.firm}</p>
      <h1>
        Offer {letter.number}.{letter.revision}
      </h1>
      <p>
        For {letter.customer}
        <br />
        {letter.site}, {letter.place}
        <br />
        {letter.sentAt && `Sent ${say.date(letter.sentAt)}`}
        {letter.validUntil && `, valid until ${say.date(letter.validUntil)}`}
      </p>
      {closed !== null && (
        <p className={`notice ${closed === 'accepted' ? 'fine' : ''}`} role="status">
          <strong>{NO_ANSWER_WORDS[closed]}</strong>{' '}
          {answered &&
            `${answered.name || 'By word of mouth'}, ${say.date(answered.at)}${answered.choice ? `: ${takenWords({ ...answered, choice: answered.choice, visits: content.visits })}` : ''}.`}
        </p>
      )}
      {content.message && <p className="letter-words">{content.message}</p>}
      <p className="headline">
        Washing {counted(letter.modules, 'module')}:{' '}
        {content.finish === 'output' ? 'so that they yield again what they can' : 'so that nothing shows on a cloth'}.
      </p>
      <div className="figures">
        <Figure label="One wash is worth" reason={benefit.reasons.worth} />
        <Figure label="Energy it brings back" reason={benefit.reasons.recoverable} />
        {content.planned && (
          <Figure label={`${content.visits} visits a year save`} reason={benefit.reasons.planSaves} />
        )}
      </div>
      <p className={`verdict ${benefit.verdict}`}>{say.finding(bare(`verdict-${benefit.verdict}`))}</p>
      {ofPlan && <p className={`verdict ${benefit.planVerdict}`}>{say.finding(ofPlan)}</p>}
      {content.leftOut.map((face) => (
        <p className="notice" key={face.name}>
          <strong>
            Not washed: {face.name}, {counted(face.modules, 'module')}.
          </strong>{' '}
          {face.because.map((one) => say.finding(one)).join(' ')}
        </p>
      ))}
      <div className="pairs">
        <figure className="m-0">
          {letter.roofs.map(({ array, soils }) => (
            <RoofDrawing key={array.id} array={withoutWork(array)} soils={soils} />
          ))}
          {letter.roofs.length > 0 && <figcaption className="quiet">Your roof as it was seen from above</figcaption>}
        </figure>
        <figure className="m-0">
          <WorthDrawn choices={choices} />
          <figcaption className="quiet">
            The bar is what it may be worth, four times in five; its line the middle; the dark line what it costs
          </figcaption>
        </figure>
      </div>
      <ChoicesTable content={content} choices={choices} />
      <p className="quiet">{say.finding({ code: 'offer-weather', params: { climate: benefit.climate } })}</p>
      {asked.length > 0 && (
        <p className="quiet">
          Please check what we had to assume: {asked.map((fact) => say.finding(assumedFinding(fact))).join('; ')}. Where
          it is otherwise, what a wash is worth changes.
        </p>
      )}
      <PriceMadeUp content={content} />
      {content.spotless && (
        <p>
          If nothing is to show on a cloth: the spotless finish is {say.price(content.spotless.one.gross)} on top of one
          visit
          {content.planned && `, ${say.price(content.spotless.planned.gross)} on top of each visit of the plan`}.
        </p>
      )}
      {content.sprayLine && (
        <p>
          Where you want it: a line of pipe that sprays by itself, put up once, {say.price(content.sprayLine.gross)}.
        </p>
      )}
      {content.fittings && <Fitted fittings={content.fittings} />}
      {content.stated && <p>Reason for washing, as agreed: {content.stated}</p>}
      <LetterMessages letter={letter} token={token} />
      {closed === null && <LetterAnswer letter={letter} choices={choices} token={token} />}
    </article>
  );
}

/** The face without what only the crew looks for on it. */
const withoutWork = (array: SolarArray): SolarArray => ({
  ...array,
  drawing: { ...array.drawing, things: array.drawing.things.filter(({ kind }) => kind === 'obstacle') },
});

/** How the price of one visit is made up. */
export function PriceMadeUp({ content }: Pick<Letter, 'content'>) {
  const say = useSay();
  return (
    <details className="mb-2">
      <summary>How the price of a visit is made up</summary>
      <table className="table">
        <tbody>
          {content.one.lines.map((line) => (
            <tr key={`${line.key} ${line.taxRate} ${say.finding(line.label)}`}>
              <td>{say.finding(line.label)}</td>
              <td className="number">{say.finding({ code: 'line-quantity', params: line })}</td>
              <td className="number">{say.price(line.amount)}</td>
            </tr>
          ))}
          <TaxRows taxes={content.one.taxes} />
          <tr className="fw-bold">
            <td>One visit</td>
            <td />
            <td className="number">{say.price(content.one.gross)}</td>
          </tr>
          {content.planned && (
            <tr>
              <td>Each visit of the plan, its discount taken off</td>
              <td />
              <td className="number">{say.price(content.planned.gross)}</td>
            </tr>
          )}
        </tbody>
      </table>
    </details>
  );
}

/** What is fitted once beside the visits. */
function Fitted({ fittings }: { fittings: NonNullable<Letter['content']['fittings']> }) {
  const say = useSay();
  return (
    <>
      <h2 className="h3">Fitted once, on the first visit</h2>
      <table className="table">
        <tbody>
          {fittings.lines.map((line) => (
            <tr key={say.finding(line.label)}>
              <td>
                {say.finding(line.label)}
                {line.says && <div className="quiet">{say.finding(line.says)}</div>}
              </td>
              <td className="number">{fittingQuantity(line, say)}</td>
              <td className="number">{say.price(line.amount)}</td>
            </tr>
          ))}
          <tr className="fw-bold">
            <td>Fitted, once, tax included</td>
            <td />
            <td className="number">{say.price(fittings.gross)}</td>
          </tr>
        </tbody>
      </table>
      <p className="quiet">
        It comes on top of what is chosen above, where you want it. The rows left without show at later visits what it
        did.
      </p>
    </>
  );
}
