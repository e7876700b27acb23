import { Button } from 'react-bootstrap';
import type { z } from 'zod';
import { type BackupRun, type Backups, backupSettings } from '../../contract/backups/endpoints.ts';
import { counted } from '../../words/counted.ts';
import { formatNumber } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useMoment, useUnits } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { NumberField } from '../parts/fields.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

/** Backups: whether there is a good one, whether it could be put back, and how many are kept. */
export function BackupsPage() {
  const backups = useEndpointQuery('readBackups', {}, { refetchInterval: 10_000 });
  const ask = useEndpointMutation('requestBackup');
  if (backups.isPending) return <Waiting />;
  if (backups.isError) return <Trouble error={backups.error} retry={() => backups.refetch()} />;
  const { lastGood, lastTrial, runs, requestedAt, version } = backups.data;
  return (
    <>
      <div className="desk-head">
        <h1>Backups</h1>
        <div className="actions">
          <Button disabled={ask.isPending || requestedAt !== null} onClick={() => ask.mutate({ body: {} })}>
            {requestedAt === null ? 'Back up now' : 'Asked for, made within a minute'}
          </Button>
        </div>
      </div>
      <Trouble error={ask.error} />
      <div className="list-and-form short-fields">
        <section className="panel">
          <div className="figures">
            <LastRun title="Last good backup" run={lastGood} none="none yet" />
            <LastRun title="Last put back on trial" run={lastTrial} none="never" />
          </div>
          <p className="quiet">
            After each backup it is put back into a database that is thrown away again, and every table is counted and
            compared: a backup that cannot be put back is none. They lie on the machine that serves; copy them to
            another place.
          </p>
          <Runs runs={runs} />
        </section>
        <Settings key={version} settings={backups.data} />
      </div>
    </>
  );
}

function LastRun({ title, run, none }: { title: string; run: BackupRun | null; none: string }) {
  const units = useUnits();
  const moment = useMoment();
  const holds = run?.holds;
  return (
    <div className="figure-box">
      <span className="small-caps">{title}</span>
      <strong className={run === null || !run.ok ? 'overruled' : ''}>
        {run === null ? none : `${run.ok ? '' : 'failed '}${moment(run.endedAt)}`}
      </strong>
      {holds && (
        <span className="quiet">
          {formatNumber(holds.rows, 0, units)} rows,{' '}
          {counted(holds.pictures, 'picture', 'pictures', formatNumber(holds.pictures, 0, units))}
          {run?.bytes != null && `, ${formatNumber(run.bytes / 1e6, 1, units)} MB`}
          {holds.newest && `, newest change ${moment(holds.newest)}`}
        </span>
      )}
      {run?.problem && <span className="quiet">{run.problem}</span>}
    </div>
  );
}

function Runs({ runs }: { runs: BackupRun[] }) {
  const moment = useMoment();
  if (runs.length === 0)
    return (
      <Empty>
        None has been made here yet. Where the company is served by ./pail start, the first is made within a minute.
      </Empty>
    );
  return (
    <table className="table mb-0">
      <thead>
        <tr>
          <th>When</th>
          <th>What</th>
          <th>Came of it</th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => (
          <tr key={run.id}>
            <td>{moment(run.endedAt)}</td>
            <td>{run.kind === 'backup' ? 'backup' : 'put back on trial'}</td>
            <td>{run.ok ? <span className="quiet text-break">{run.file}</span> : `failed: ${run.problem}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Settings({ settings }: { settings: Backups }) {
  const { version, everyHours, keep } = settings;
  const draft = useDraftForm(`backups.${version}`, backupSettings, { everyHours, keep });
  const save = useEndpointMutation('changeBackups', () => draft.sent(draft.form.getValues()));
  return (
    <DraftForm
      draft={draft}
      className="panel"
      onSubmit={(values: z.output<typeof backupSettings>) => save.mutate({ body: { ...values, version } })}
    >
      <h2>How often</h2>
      <NumberField name="everyHours" label="Hours between two backups" kind="count" />
      <NumberField name="keep" label="Backups kept; the oldest goes first" kind="count" className="mt-2" />
      <Trouble error={save.error} />
      <Button type="submit" className="mt-3" disabled={save.isPending}>
        Save
      </Button>
    </DraftForm>
  );
}
