import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useParams } from 'react-router';
import type { CallLetter } from '../../contract/inspections/quickLooks.ts';
import { bare } from '../../core/findings.ts';
import type { CallAnswer } from '../../core/letters/states.ts';
import { counted } from '../../words/counted.ts';
import { endpointQuery, ReadAs, useEndpointMutation, useEndpointQuery, useSay } from '../api/hooks.ts';
import { Figure } from '../parts/Figure.tsx';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble } from '../parts/states.tsx';
import { LetterDesk } from './LetterDesk.tsx';
import { useFirstAct } from './useFirstAct.ts';

/** What somebody was told on the telephone, behind a private link: a range, plainly no offer, and whether to come and look. */
export function CallPage() {
  const { token = '' } = useParams();
  const call = useEndpointQuery('readCall', { params: { token } }, { retry: false });
  const reading = useEndpointMutation('noteCallRead');
  useFirstAct(call.isSuccess, () => reading.mutate({ params: { token }, body: {} }));
  return (
    <LetterDesk of={call}>
      {(found) => (
        <ReadAs value={{ units: found.units, currency: found.currency }}>
          <Told call={found} token={token} />
        </ReadAs>
      )}
    </LetterDesk>
  );
}

function Told({ call, token }: { call: CallLetter; token: string }) {
  const say = useSay();
  const { fields, output } = call;
  const { caller, modules } = fields;
  const { prices, worth, verdict, reasons, lossNow } = output;
  return (
    <article className="letter">
      <p className="small-caps mb-1">{call.firm}</p>
      <h1>What a wash might be worth</h1>
      <p>
        For {caller.name}
        {caller.place && `, ${caller.place}`}
        <br />
        As told on the telephone, {say.date(call.at)}
      </p>
      <p className="headline">
        Washing {counted(modules, 'panel')} would cost from {say.money(prices.low)} to {say.money(prices.high)}, tax
        included, and be worth from {say.money(worth.p10)} to {say.money(worth.p90)} in energy.
      </p>
      <p className={`verdict ${verdict}`}>{say.finding(bare(`verdict-${verdict}`))}</p>
      <div className="figures">
        <Figure label="Lost now, perhaps" reason={reasons.lossNow} />
        <Figure label="One wash is worth" reason={reasons.worth} />
        <Figure label="One visit, about" reason={reasons.price} />
      </div>
      <p>
        Nobody has seen your panels yet: from {say.range(lossNow.low, lossNow.high, 'fraction')} of what they could give
        may be lost to dirt now. This is no offer. Somebody looks first, and then you get a price that stands, with what
        else you could do, also where a wash does not pay.
      </p>
      <Answer call={call} token={token} />
    </article>
  );
}

const ANSWERED: Record<CallAnswer, string> = {
  look: 'Thank you. We will telephone to say when we come and look.',
  no: 'Thank you for telling us. We will not trouble you.',
};

function Answer({ call, token }: { call: CallLetter; token: string }) {
  const client = useQueryClient();
  const [said, setSaid] = useState('');
  const answer = useEndpointMutation('answerCall', (now) =>
    client.setQueryData(endpointQuery('readCall', { params: { token } }).queryKey, now),
  );
  const send = (what: CallAnswer) => answer.mutate({ params: { token }, body: { answer: what, said: said.trim() } });
  return (
    <section className="no-print" aria-label="Your answer">
      {call.answer && (
        <p className="notice fine" role="status">
          {ANSWERED[call.answer]}
        </p>
      )}
      <Labelled label="Anything we should know" value={said} onText={setSaid} />
      <div className="form-foot">
        <Button disabled={answer.isPending} onClick={() => send('look')}>
          Please come and look
        </Button>
        <Button variant="outline-primary" disabled={answer.isPending} onClick={() => send('no')}>
          No, thank you
        </Button>
      </div>
      <Trouble error={answer.error} />
    </section>
  );
}
