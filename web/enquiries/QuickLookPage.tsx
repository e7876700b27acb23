import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useFormContext, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { type QuickLook, type QuickLookFields, quickLookFields } from '../../contract/inspections/quickLooks.ts';
import { bare } from '../../core/findings.ts';
import { SEEN, type SeenWord } from '../../core/reckoning/quickLook.ts';
import { climateOfPlace } from '../../core/sites/assumed.ts';
import { counted } from '../../words/counted.ts';
import { BIRD_WORDS, SEEN_WORDS, SURROUNDINGS_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatRange } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { Figure } from '../parts/Figure.tsx';
import { FreshLink } from '../parts/FreshLink.tsx';
import { FormErrors, NumberField, SelectField, TextField } from '../parts/fields.tsx';
import { pairs } from '../parts/pairs.ts';
import { Empty, Trouble } from '../parts/states.tsx';
import { Coordinates } from '../sites/forms.tsx';
import { usualSite } from '../sites/newSiteDraft.ts';
import { MakeSite } from './MakeSite.tsx';

const TILTS = [
  [5, 'flat'],
  [15, 'gentle'],
  [22, 'usual'],
  [35, 'steep'],
] as const;
const ACCESS = [
  ['ground', 'from the ground'],
  ['roof', 'somebody gets up'],
  ['lift', 'a lift is needed'],
] as const;
const MONTHS = [
  [1, '1 month'],
  [3, '3 months'],
  [6, 'half a year'],
  [12, 'a year'],
  [24, 'two years'],
  [null, 'never'],
] as const;
const STOREYS = [
  [1, 'one storey'],
  [2, 'two'],
  [3, 'three or more'],
] as const;

/** What is typed as coordinates is read as a place; where there is no site yet to stand in for it, somebody has to say it. */
const fields = (alone: boolean) =>
  quickLookFields.extend({
    latitude: z
      .custom<number | null>((there) => !Number.isNaN(there), 'must be a place as it is written on a map')
      .refine((there) => !alone || there !== null, 'must be typed: no site of yours can stand in for the place yet'),
  });

const climateThere = ({ latitude, climate }: QuickLookFields) =>
  latitude === null ? climate : climateOfPlace(latitude, climate);

/** Quick look: a range for a caller while the telephone is still warm. */
export function QuickLookPage() {
  const usual = usualSite();
  const alone = useEndpointQuery('listSites', { query: { limit: 1 } }).data?.items.length === 0;
  const { surroundings, climate, altitude, energyBought, energySold, ownUse, travelKm, travelMinutes } = usual;
  const draft = useDraftForm('quick-look', fields(alone), {
    caller: { name: '', phone: '', place: '' },
    modules: '' as never as number,
    tilt: 22,
    storeys: 1,
    access: 'ground',
    monthsSinceCleaned: 12,
    seen: [],
    surroundings,
    birds: 'few',
    climate,
    latitude: null,
    longitude: null,
    altitude,
    energyBought,
    energySold,
    ownUse,
    travelKm,
    travelMinutes,
  });
  const [answer, setAnswer] = useState<QuickLook | null>(null);
  const take = useEndpointMutation('takeQuickLook', (made) => {
    setAnswer(made);
    draft.discard();
  });
  return (
    <>
      <div className="desk-head">
        <h1>Quick look</h1>
        <span className="quiet aside">
          A range for whoever is on the telephone; somebody looks before anything is offered.
        </span>
      </div>
      <div className="bench">
        <section className="bench-picture">
          <DraftForm
            draft={draft}
            onSubmit={(values: QuickLookFields, id) =>
              take.mutate({ body: { ...values, climate: climateThere(values), id } })
            }
          >
            <div className="form-grid">
              <TextField name="caller.name" label="Caller" />
              <TextField name="caller.phone" label="Telephone" />
              <TextField name="caller.place" label="Where" />
              <Coordinates
                alone
                label={alone ? 'Coordinates' : 'Coordinates, if known'}
                note={
                  alone
                    ? 'A place near by will do: there is no site of yours yet to stand in for it'
                    : 'Left empty, your first site stands in for the place'
                }
              />
              <NumberField name="modules" label="Panels" kind="count" />
              <SelectField name="surroundings" label="Surroundings" options={pairs(SURROUNDINGS_WORDS)} />
              <SelectField name="birds" label="Birds" options={pairs(BIRD_WORDS)} />
            </div>
            <OneOf name="tilt" legend="The roof" options={TILTS} />
            <OneOf name="storeys" legend="How high" options={STOREYS} />
            <OneOf name="access" legend="How it is come by" options={ACCESS} />
            <OneOf name="monthsSinceCleaned" legend="Last washed" options={MONTHS} />
            <Seen />
            <FormErrors />
            <Trouble error={take.error} />
            <Button type="submit" className="mt-2" disabled={take.isPending}>
              {take.isPending ? 'Working it out …' : 'Give a ballpark'}
            </Button>
          </DraftForm>
        </section>
        <section className="bench-figures" aria-label="What to say" aria-live="polite">
          {answer ? (
            // The link of one caller never stands beside the figures of the next.
            <Answer key={answer.id} look={answer} />
          ) : (
            <Empty>
              Type how many panels, touch what the caller says, and give a ballpark. The range stands here then.
            </Empty>
          )}
        </section>
      </div>
      <Waiting />
    </>
  );
}

/** One of a few, by a touch. */
function OneOf<V extends number | string | null>({
  name,
  legend,
  options,
}: {
  name: string;
  legend: string;
  options: readonly (readonly [V, string])[];
}) {
  const { setValue } = useFormContext();
  const value = useWatch({ name });
  return (
    <fieldset className="one-of">
      <legend>{legend}</legend>
      <div className="choices">
        {options.map(([key, words]) => (
          <button
            type="button"
            key={words}
            aria-pressed={value === key}
            onClick={() => setValue(name, key, { shouldDirty: true })}
          >
            {words}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

/** What the caller sees, any of it; "nothing" stands alone. */
function Seen() {
  const { setValue } = useFormContext();
  const seen = (useWatch({ name: 'seen' }) ?? []) as SeenWord[];
  const toggle = (word: SeenWord) => {
    const others = seen.filter((other) => other !== word && (word === 'nothing' ? false : other !== 'nothing'));
    setValue('seen', seen.includes(word) ? others : [...others, word], { shouldDirty: true });
  };
  return (
    <fieldset className="one-of">
      <legend>What the caller sees</legend>
      <div className="choices">
        {SEEN.map((word) => (
          <button type="button" key={word} aria-pressed={seen.includes(word)} onClick={() => toggle(word)}>
            {SEEN_WORDS[word]}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function Answer({ look }: { look: QuickLook }) {
  const say = useSay();
  const units = useUnits();
  const { lossNow, verdict, reasons } = look.output;
  return (
    <>
      <p className="mb-2">
        <strong>{look.fields.caller.name}</strong>, {counted(look.fields.modules, 'panel')}:
      </p>
      <div className="figures">
        <Figure label="Lost now, perhaps" reason={reasons.lossNow} />
        <Figure label="One wash is worth" reason={reasons.worth} />
        <Figure label="One visit, about" reason={reasons.price} note="water not in it; no offer yet" />
      </div>
      <p className={`verdict ${verdict}`} role="status">
        {say.finding(bare(`verdict-${verdict}`))}
      </p>
      <p>
        To say: somewhere from {formatRange(lossNow.low, lossNow.high, 'fraction', units, 0)} of what the panels could
        give is lost to dirt now, as far as one can tell without looking.
      </p>
      <p>
        One visit would cost from {say.money(look.output.prices.low)} to {say.money(look.output.prices.high)}, tax
        included, and be worth from {say.money(look.output.worth.p10)} to {say.money(look.output.worth.p90)}: which it
        is shows once somebody has looked.
      </p>
      <div className="d-flex gap-2 flex-wrap">
        <SendLink id={look.id} />
        <MakeSite look={look} />
      </div>
    </>
  );
}

/** The private link to what the caller was told, to be sent while they are still there, or later from the list of calls. */
function SendLink({ id, of }: { id: string; of?: string }) {
  const [link, setLink] = useState<string | null>(null);
  const make = useEndpointMutation('makeCallLink', ({ token }) => setLink(`${window.location.origin}/call/${token}`));
  return (
    <>
      {link === null ? (
        <Button
          disabled={make.isPending}
          onClick={() => make.mutate({ params: { id }, body: {} })}
          {...(of && { variant: 'quiet', 'aria-label': `a new link: ${of}` })}
        >
          {of ? 'a new link' : 'Send it as a link'}
        </Button>
      ) : (
        <div className="w-100">
          <FreshLink link={link} label="Send this to the caller. It is shown here once." />
        </div>
      )}
      <Trouble error={make.error} />
    </>
  );
}

/** What became of the link that a caller was sent. */
function LinkStands({ look: { link } }: { look: QuickLook }) {
  const say = useSay();
  if (link === null) return null;
  if (link.answer)
    return (
      <strong className={`state-word ${link.answer === 'look' ? 'due' : 'declined'}`}>
        {link.answer === 'look' ? 'wants somebody to look' : 'says no'}
        {link.said && `: ${link.said}`}
      </strong>
    );
  return (
    <span className="quiet">{link.openedAt ? `link read ${say.date(link.openedAt)}` : 'link not opened yet'}</span>
  );
}

/** Calls that no site has been made of yet. */
function Waiting() {
  const calls = useEndpointQuery('listQuickLooks', { query: { open: 'yes', limit: 20 } });
  const units = useUnits();
  const items = calls.data?.items ?? [];
  return (
    <section className="panel mt-3">
      <h2>Open enquiries</h2>
      <Trouble error={calls.error} />
      {calls.data && items.length === 0 && <p className="quiet mb-0">None.</p>}
      <ul className="plain-list calls">
        {items.map((look) => (
          <li key={look.id}>
            <strong>{look.fields.caller.name}</strong>
            <span>{[look.fields.caller.phone, look.fields.caller.place].filter((one) => one !== '').join(', ')}</span>
            <span className="end">
              {counted(look.fields.modules, 'panel')},{' '}
              {formatRange(look.output.lossNow.low, look.output.lossNow.high, 'fraction', units, 0)} lost,{' '}
              {formatDate(look.at, units)}
            </span>
            <LinkStands look={look} />
            {!look.link?.answer && <SendLink id={look.id} of={look.fields.caller.name} />}
            <MakeSite look={look} />
          </li>
        ))}
      </ul>
    </section>
  );
}
