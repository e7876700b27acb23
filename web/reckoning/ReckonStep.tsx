import { lazy, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Reckoning, ReckoningOverrides } from '../../contract/reckoning/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { findingsOf, type ReckoningFinding } from '../../core/reckoning/findings.ts';
import { dustOf } from '../../core/reckoning/learned.ts';
import type { KnownOnRecord } from '../../core/reckoning/reckoning.ts';
import { addedDays } from '../../core/time/dates.ts';
import type { Units } from '../../core/units/quantities.ts';
import { climateOf } from '../../core/weather/index.ts';
import { figuresUsedWords } from '../../words/en/figures.ts';
import { SURROUNDINGS_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatQuantity, formatRange } from '../../words/format.ts';
import { findingWords, type Reader } from '../../words/say.ts';
import { useCurrency, useEndpointMutation, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Afterwards } from '../parts/Afterwards.tsx';
import { Choice } from '../parts/Choice.tsx';
import { Figure } from '../parts/Figure.tsx';
import { Later } from '../parts/Later.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { Assumed, factsOfArray } from '../sites/Assumed.tsx';
import { EvidencePart } from './EvidencePart.tsx';
import { keptOverrides } from './keptOverrides.ts';
import { StringsPart } from './StringsPart.tsx';
import { YearsAheadPart } from './YearsAheadPart.tsx';

const CourseChart = lazy(() => import('./CourseChart.tsx'));
const YearChart = lazy(() => import('./YearChart.tsx'));

/** Reckon: what the dirt costs now and over a year, each figure with its range and its reasons. */
export function ReckonStep({ array, site }: { array: SolarArray; site: Site }) {
  const inspections = useEndpointQuery('listInspections', { params: { id: array.id }, query: { limit: 2 } });
  const reckonings = useEndpointQuery('listReckonings', { params: { id: array.id }, query: { limit: 1 } });
  const id = useRef(newId());
  const reckon = useEndpointMutation('reckon', () => {
    id.current = newId();
  });
  const desk = useSession().data?.person?.role !== 'crew';
  const last = reckonings.data?.items[0];
  const looked = inspections.data?.items[0];
  const run = (overrides: ReckoningOverrides) =>
    reckon.mutate({ params: { id: array.id }, body: { id: id.current, overrides } });
  const stale = last && looked && last.inspectionId !== looked.id;
  const energy = useEndpointQuery('readEnergy', { params: { id: array.id } });
  const grown = last && energy.data && recordGrew(last, energy.data.days);
  return (
    <>
      <div className="step-head">
        <h2>Reckon</h2>
        <span className="quiet">{array.name}: what the dirt costs</span>
        {desk && looked && (
          <div className="actions">
            <Button
              variant={last && !stale ? 'outline-primary' : 'primary'}
              disabled={reckon.isPending}
              onClick={() => run(last ? keptOverrides(last, looked.id) : {})}
            >
              {reckon.isPending ? 'Working it out …' : last ? 'Reckon again' : 'Reckon the loss'}
            </Button>
          </div>
        )}
      </div>
      {(reckonings.isPending || inspections.isPending) && <Waiting />}
      <Trouble error={reckonings.error ?? reckon.error} />
      {inspections.data && !looked && <Empty>Look first: the loss follows from what lies on the glass.</Empty>}
      {looked && reckonings.data && !last && <Empty>Looked at, not reckoned yet.</Empty>}
      {stale && <div className="notice">Somebody has looked since. Reckon again to go by the newest inspection.</div>}
      {grown && !stale && (
        <div className="notice">Daily energy on record is newer than this reckoning. Reckon again to hear it.</div>
      )}
      {last && (
        <ReckoningPage
          reckoning={last}
          site={site}
          array={array}
          inspection={inspections.data?.items.find(({ id: own }) => own === last.inspectionId)}
          onOverrule={desk ? run : undefined}
          busy={reckon.isPending}
        />
      )}
    </>
  );
}

/** From when on the course of the loss is shown. */
function courseWords({ from, course, washDays }: KnownOnRecord, units: Units): string {
  const first = course[0]?.day ?? 0;
  const date = formatDate(addedDays(from, first), units);
  return washDays.includes(first)
    ? `From the wash of ${date} to today`
    : `From ${date}, the first day on record, to today`;
}

/** Whether the daily energy on record goes on beyond what a reckoning heard; what it heard is not shown to everybody. */
function recordGrew({ input }: Reckoning, days: readonly { date: string }[]): boolean {
  return input !== null && (input.energy?.days.at(-1)?.date ?? '') < (days.at(-1)?.date ?? '');
}

interface PageProps {
  reckoning: Reckoning;
  site: Site;
  array: SolarArray;
  /** the one that it was reckoned from, where it is still the newest */
  inspection: Inspection | undefined;
  onOverrule: ((overrides: ReckoningOverrides) => void) | undefined;
  busy: boolean;
}

function ReckoningPage({ reckoning, site, array, inspection, onOverrule, busy }: PageProps) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const desk = useSession().data?.person?.role !== 'crew';
  const { output, input, overrides } = reckoning;
  const { reasons, recommended, known, courses } = output;
  const way = (key: 'lossNow' | 'dust') => ({
    busy,
    onOverrule: (value: number, reason: string) => onOverrule?.({ ...overrides, [key]: { value, reason } }),
    onWithdraw: overrides[key] && (() => onOverrule?.({ ...overrides, [key]: undefined })),
  });
  const reader = { units, currency };
  const findings = findingsOf(output, input);
  const limit = courses?.array.pacRated;
  const dust = known && dustOf(known.parameters.deposition);
  const dustNow = overrides.dust?.value ?? recommended.dust;
  return (
    <>
      <div className="figures">
        <Figure label="Lost now" reason={reasons.lossNow} />
        <Figure label="Lost in a year" reason={reasons.lostEnergy} />
        {reasons.lostValue && <Figure label="Worth, a year" reason={reasons.lostValue} />}
        <Figure label="A full wash returns" reason={reasons.recoverable} note="if all of it comes off" />
        <Figure
          label="Hours clipping"
          reason={reasons.limitShare}
          note={limit ? `limit ${formatQuantity(limit, 'power', units)}` : 'no limit entered'}
        />
      </div>
      <Assumed facts={factsOfArray(site, array, desk)} />
      <Findings findings={findings} codes={['learned', 'look-on']} reader={reader} />
      <Afterwards>
        <EvidencePart reckoning={reckoning} onOverrule={onOverrule} busy={busy} />
        <Findings
          findings={findings}
          codes={['quarrel', 'agree', 'one-source', 'washes-counted', 'rain-drawn']}
          reader={reader}
        />
        {known && known.course.length > 1 && (
          <>
            <h4>{courseWords(known, units)}</h4>
            <Later height={215}>
              <CourseChart known={known} />
            </Later>
            <p className="quiet">
              The band holds four in five of what everything on record allows; the dots are what each source said by
              itself.
            </p>
          </>
        )}
        {output.warnings.length > 0 && (
          <div className="notice">
            {output.warnings.map((warning) => (
              <div key={warning.code}>{say.finding(warning)}</div>
            ))}
          </div>
        )}
        {known && desk && (
          <>
            <h4>What would narrow it</h4>
            <Findings findings={findings} codes={['worth-measuring', 'nothing-worth-measuring']} reader={reader} />
          </>
        )}
        {output.marked && (
          <StringsPart
            marked={output.marked}
            valueADay={desk ? (output.year.cleanEnergy.mean / 365) * output.valuePerKWh : null}
          />
        )}
        <h3>A year of days if nobody washes</h3>
        <Later height={215}>
          <YearChart curve={output.year.curve} startDay={courses?.startDay ?? 0} />
        </Later>
        {courses && (
          <p className="quiet">
            {say.finding(climateOf(courses.climate).name)}. The band holds four in five of {courses.members.length}{' '}
            courses: each is one of the ways that the array may be, in weather of its own. The bars are the rain of one
            of them.
          </p>
        )}
        <Choice
          what="Lost now"
          value={formatQuantity(output.lossNow.mid, 'fraction', units)}
          because="By everything on record, each source for what it is worth"
          overruled={overrides.lossNow}
          recommended={formatQuantity(recommended.lossNow.mid, 'fraction', units)}
        >
          {onOverrule && <Overrule what="loss now" kind="fraction" current={output.lossNow.mid} {...way('lossNow')} />}
        </Choice>
        {dust && (
          <Choice
            what="Dust"
            value={formatQuantity(dustNow, 'factor', units)}
            because={`Times what the house assumes for ${SURROUNDINGS_WORDS[site.surroundings]}: ${formatRange(dust.low, dust.high, 'factor', units)} by everything on record`}
            overruled={overrides.dust}
            recommended={formatQuantity(recommended.dust, 'factor', units)}
          >
            {onOverrule && (
              <Overrule
                what="dust that settles"
                kind="factor"
                unit="times what the house assumes"
                current={dustNow}
                {...way('dust')}
              />
            )}
          </Choice>
        )}
        {inspection && courses && onOverrule && (
          <YearsAheadPart reckoning={reckoning} courses={courses} inspection={inspection} array={array} />
        )}
        <p className="quiet mt-2">
          Reckoned {formatDate(reckoning.at, units)} by {reckoning.by}, calculation {reckoning.calculationVersion}
          {input && `, ${figuresUsedWords(input.house.version)}`}. The result is kept with its inputs.
        </p>
      </Afterwards>
    </>
  );
}

interface FindingsProps {
  findings: readonly ReckoningFinding[];
  codes: readonly ReckoningFinding['code'][];
  reader: Reader;
}

/** What was found, as sentences; what asks for heed is set apart. */
function Findings({ findings, codes, reader }: FindingsProps) {
  const shown = findings.filter(({ code }) => codes.includes(code));
  return shown.map((finding) => {
    const words = findingWords(finding, reader);
    if (finding.code === 'quarrel')
      return (
        <div className="notice" key={words}>
          <strong>They disagree.</strong> {words}
        </div>
      );
    if (finding.code === 'learned' || finding.code === 'look-on')
      return (
        <div className="notice plain" key={words}>
          {words}
        </div>
      );
    return (
      <p className="mb-2" key={words}>
        {words}
      </p>
    );
  });
}
