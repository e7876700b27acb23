import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Report } from '../../contract/reports/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { formatDate } from '../../core/units/format.ts';
import { useAsk, useAskAgain, useDo, useGlass, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { ProofPart } from './ProofPart.tsx';

/** Show: what the cleaning did, how sure that is, and what was not done. */
export function ShowStep({ spread }: { spread: SiteSpread }) {
  const { latest } = spread;
  const job = useAsk('readJob', { params: { id: latest.jobId ?? '' } }, { enabled: latest.jobId !== null });
  const report = useAsk('readReport', { params: { id: latest.reportId ?? '' } }, { enabled: latest.reportId !== null });
  const photos = report.data?.content.arrays.flatMap((array) => array.photos) ?? [];
  useAskAgain(
    photos.some(({ state }) => state === 'waiting'),
    report.refetch,
  );
  const id = useRef(newId());
  const draft = useDo('draftReport', () => {
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

function ReportPage({ report, desk }: { report: Report; desk: boolean }) {
  const glass = useGlass();
  const { content } = report;
  return (
    <>
      <div className="d-flex gap-3 align-items-baseline mb-1 flex-wrap">
        <span className={`state-word ${report.state}`}>
          {report.state === 'signed'
            ? `signed by ${report.signedBy}, ${report.signedAt ? formatDate(report.signedAt, glass) : ''}`
            : 'draft'}
        </span>
        <span>washed {formatDate(content.washedOn, glass)}</span>
      </div>
      <p className="verdict pays">
        {content.cleaned} of {content.modules} modules were cleaned.
      </p>
      {content.arrays.map((array) => (
        <ProofPart key={array.arrayId} array={array} />
      ))}
      {content.notDone.length > 0 && (
        <div className="notice">
          <strong>Not done:</strong> {content.notDone.map(({ step, reason }) => `${step} (${reason})`).join('; ')}.
        </div>
      )}
      <p>
        <strong>Next{content.nextDate ? `: ${formatDate(content.nextDate, glass)}` : ''}.</strong> {content.nextBecause}
      </p>
      {report.amendments.map((amendment) => (
        <div className="notice plain" key={amendment.id}>
          {formatDate(amendment.at, glass)}, {amendment.by}: {amendment.text}{' '}
          <span className="quiet">(because: {amendment.reason})</span>
        </div>
      ))}
      {desk && (report.state === 'draft' ? <Sign report={report} /> : <Amend report={report} />)}
    </>
  );
}

function Sign({ report }: { report: Report }) {
  const person = useSession().data?.person?.name ?? '';
  const [name, setName] = useState(person);
  const sign = useDo('signReport');
  return (
    <Form
      className="form-foot align-items-end"
      onSubmit={(event) => {
        event.preventDefault();
        sign.mutate({ params: { id: report.id }, body: { name, version: report.version } });
      }}
    >
      <Labelled label="Signed by" value={name} onText={setName} />
      <Button type="submit" disabled={sign.isPending || name.trim() === ''}>
        Sign
      </Button>
      <span className="quiet">Frozen from then on; amendments are added to it, never made in it.</span>
      <Trouble error={sign.error} />
    </Form>
  );
}

function Amend({ report }: { report: Report }) {
  const [text, setText] = useState('');
  const [reason, setReason] = useState('');
  const id = useRef(newId());
  const amend = useDo('amendReport', () => {
    id.current = newId();
    setText('');
    setReason('');
  });
  return (
    <Form
      className="form-foot align-items-end flex-wrap"
      onSubmit={(event) => {
        event.preventDefault();
        amend.mutate({ params: { id: report.id }, body: { id: id.current, text, reason } });
      }}
    >
      <Labelled label="Amendment" className="flex-grow-1" value={text} onText={setText} />
      <Labelled label="Why" value={reason} onText={setReason} />
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
