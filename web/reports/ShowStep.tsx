import { useRef } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Report, ShownReport } from '../../contract/reports/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { clockOff, signedFinding } from '../../core/reports/signature.ts';
import { counted } from '../../words/counted.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, usePolling, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { ProofPart } from '../comparisons/ProofPart.tsx';
import { Labelled } from '../parts/Labelled.tsx';
import { PaperKept, Unprintable } from '../parts/PaperKept.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { useTyped } from '../parts/useTyped.ts';
import { SignPart } from './SignPart.tsx';

/** Show: what the cleaning did, how sure that is, and what was not done. */
export function ShowStep({ spread }: { spread: SiteSpread }) {
  const { latest } = spread;
  const job = useEndpointQuery('readJob', { params: { id: latest.jobId ?? '' } }, { enabled: latest.jobId !== null });
  const report = useEndpointQuery(
    'readReport',
    { params: { id: latest.reportId ?? '' } },
    { enabled: latest.reportId !== null },
  );
  const photos = report.data?.content.arrays.flatMap((array) => array.photos) ?? [];
  usePolling(
    photos.some(({ state }) => state === 'waiting'),
    report.refetch,
  );
  const id = useRef(newId());
  const draft = useEndpointMutation('draftReport', () => {
    id.current = newId();
  });
  const desk = useSession().data?.person?.role !== 'crew';
  const ofThisJob = report.data?.jobId === latest.jobId;
  const canDraft = desk && job.data?.state === 'washed' && !ofThisJob;
  return (
    <>
      <div className="step-head">
        <h2>Show</h2>
        <span className="quiet">The proof</span>
        {report.data && !canDraft && (
          <div className="actions">
            <Link to={`/reports/${report.data.id}`}>the customer’s page</Link>
            <a href={`/api/reports/${report.data.id}/paper.pdf`} target="_blank" rel="noreferrer">
              the paper (PDF)
            </a>
          </div>
        )}
        {canDraft && (
          <div className="actions">
            <Button
              disabled={draft.isPending}
              onClick={() => draft.mutate({ params: { id: latest.jobId ?? '' }, body: { id: id.current } })}
            >
              Draw up the report
            </Button>
          </div>
        )}
      </div>
      <Trouble error={job.error ?? report.error ?? draft.error} />
      {!latest.reportId && !canDraft && (
        <Empty>The report is drawn up when the wash is finished: every step done, or left out with a reason.</Empty>
      )}
      {latest.reportId && report.isPending && <Waiting />}
      {report.data && !ofThisJob && <div className="notice plain">This is the report of the wash before.</div>}
      {report.data && <ReportPage report={report.data} desk={desk} />}
    </>
  );
}

function ReportPage({ report, desk }: { report: ShownReport; desk: boolean }) {
  const say = useSay();
  const units = useUnits();
  const { content } = report;
  return (
    <>
      <div className="d-flex gap-3 align-items-baseline mb-1 flex-wrap">
        <span className={`state-word ${report.state}`}>{report.state === 'signed' ? 'signed' : 'draft'}</span>
        <span>washed {formatDate(content.washedOn, units)}</span>
      </div>
      {report.signedAt && (
        <p className="mb-1">{say.finding(signedFinding(report.signature, report.signedBy ?? '', report.signedAt))}</p>
      )}
      <p className="verdict pays">
        {content.cleaned} of {counted(content.modules, 'module')} {content.modules === 1 ? 'was' : 'were'} cleaned.
      </p>
      {content.arrays.map((array) => (
        <ProofPart key={array.arrayId} array={array} />
      ))}
      {content.notDone.length > 0 && (
        <div className="notice">
          <strong>Not done:</strong>{' '}
          {content.notDone.map(({ step, reason }) => `${say.finding(step)} (${reason})`).join('; ')}.
        </div>
      )}
      <p>
        <strong>Next{content.nextDate ? `: ${formatDate(content.nextDate, units)}` : ''}.</strong>{' '}
        {say.finding(content.nextBecause)}
      </p>
      {report.amendments.map((amendment) => (
        <div className="notice plain" key={amendment.id}>
          {formatDate(amendment.at, units)}, {amendment.by}: {amendment.text}{' '}
          <span className="quiet">(because: {amendment.reason})</span>
        </div>
      ))}
      {content.clockGap ? <p className="notice plain">{say.finding(clockOff(content.clockGap))}</p> : null}
      <Unprintable characters={report.unprintable} />
      <PaperKept paper={report.paper} />
      {desk && (report.state === 'draft' ? <SignPart report={report} /> : <Amend report={report} />)}
    </>
  );
}

function Amend({ report }: { report: Report }) {
  const typed = useTyped(`report.${report.id}.amendment`, { text: '', reason: '' });
  const { text, reason } = typed.value;
  const id = useRef(newId());
  const amend = useEndpointMutation('amendReport', () => {
    id.current = newId();
    typed.clear();
  });
  return (
    <Form
      className="form-foot align-items-end flex-wrap"
      onSubmit={(event) => {
        event.preventDefault();
        amend.mutate({ params: { id: report.id }, body: { id: id.current, text, reason } });
      }}
    >
      <Labelled
        label="Amendment"
        className="flex-grow-1"
        value={text}
        onText={(next) => typed.type({ text: next, reason })}
      />
      <Labelled label="Why" value={reason} onText={(next) => typed.type({ text, reason: next })} />
      <Button
        type="submit"
        variant="outline-primary"
        disabled={amend.isPending || text.trim() === '' || reason.trim() === ''}
      >
        Add
      </Button>
      <Trouble error={amend.error} />
    </Form>
  );
}
