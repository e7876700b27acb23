import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { ImportCounts, ImportRecord } from '../../contract/imports/endpoints.ts';
import { importBundle } from '../../contract/imports/endpoints.ts';
import { plainMessage } from '../../contract/messages.ts';
import { counted } from '../../words/counted.ts';
import { useEndpointMutation, useEndpointPages, useMoment, usePolling } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { More } from '../parts/More.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

/** Sites with their history from a file: checked here first, then sent, and taken whole or not at all. */
export function ImportPage() {
  return (
    <>
      <div className="desk-head">
        <h1>Import sites</h1>
      </div>
      <div className="list-and-form">
        <SendForm />
        <Sent />
      </div>
    </>
  );
}

function SendForm() {
  const [files, setFiles] = useState<File[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  // The same files sent again, because no answer came, are the same import.
  const [id, setId] = useState(newId);
  const input = useRef<HTMLInputElement>(null);
  const choose = (chosen: File[]) => {
    setFiles(chosen);
    setRefused(null);
    setId(newId());
    send.reset();
  };
  const send = useEndpointMutation('importSites', () => {
    if (input.current) input.current.value = '';
    setFiles([]);
    setId(newId());
  });
  const submit = async () => {
    setRefused(null);
    const json = files.find((file) => file.name.endsWith('.json'));
    if (json === undefined) return setRefused('Choose the .json file, and beside it the pictures that it names.');
    const bundle = await json.text();
    let content: unknown;
    try {
      content = JSON.parse(bundle);
    } catch {
      return setRefused(`${json.name} is not JSON. Save it again as plain text.`);
    }
    const parsed = importBundle.safeParse(content);
    if (!parsed.success) {
      const lines = parsed.error.issues
        .slice(0, 5)
        .map((issue) => `${issue.path.join('.') || 'file'}: ${plainMessage(issue)}`);
      return setRefused(lines.join('; '));
    }
    send.mutate({
      body: { id, name: json.name.slice(0, 200), bundle },
      files: files.filter((file) => file !== json),
    });
  };
  return (
    <Form
      className="panel form-first"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <h2>Send a file</h2>
      <p>
        A JSON file in the open format <code>wide-pail-sites</code>, as the demo files are, with the pictures that it
        names. Loss, plan and price are worked out on the way in; you can leave this page meanwhile.
      </p>
      <Form.Label htmlFor="files">Files</Form.Label>
      <Form.Control
        id="files"
        ref={input}
        type="file"
        multiple
        accept=".json,image/jpeg,image/png"
        onChange={(event) => choose([...((event.target as HTMLInputElement).files ?? [])])}
      />
      {refused && (
        <div className="notice bad mt-3" role="alert">
          <strong>Nothing was imported.</strong> {refused}
        </div>
      )}
      <Trouble error={send.error} />
      <Button type="submit" className="mt-3" disabled={send.isPending || files.length === 0}>
        {send.isPending ? 'Sending …' : 'Import'}
      </Button>
    </Form>
  );
}

/** The files that were sent, and what became of each. */
function Sent() {
  const client = useQueryClient();
  const moment = useMoment();
  const sent = useEndpointPages('listImports', { query: { limit: 20 } });
  const waiting = sent.items?.some(({ state }) => state === 'waiting') ?? false;
  usePolling(waiting, sent.refetch);
  // Once something is in, whatever is shown elsewhere may be old.
  const waited = useRef(false);
  useEffect(() => {
    if (waited.current && !waiting) void client.invalidateQueries();
    waited.current = waiting;
  }, [waiting, client]);
  return (
    <section className="panel" aria-live="polite" aria-labelledby="sent">
      <h2 id="sent">Sent so far</h2>
      <Trouble error={sent.error} retry={sent.refetch} />
      {sent.items === null && !sent.error && <Waiting />}
      {sent.items?.length === 0 && <Empty>None yet.</Empty>}
      {sent.items !== null && sent.items.length > 0 && (
        <table className="table mb-0">
          <thead>
            <tr>
              <th>File</th>
              <th>Came of it</th>
            </tr>
          </thead>
          <tbody>
            {sent.items.map((one) => (
              <tr key={one.id}>
                <td>
                  <span className="d-block text-break">{one.name || 'without a name'}</span>
                  <span className="quiet">
                    {moment(one.at)} by {one.by}
                  </span>
                </td>
                <td>
                  <CameOfIt file={one} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <More pages={sent} what="files" />
    </section>
  );
}

function CameOfIt({ file: { state, counts, refusal } }: { file: ImportRecord }) {
  if (state === 'waiting') return <>being worked out …</>;
  if (refusal)
    return (
      <>
        <strong className="overruled">Nothing was imported.</strong>{' '}
        <span className="text-break">
          {refusal.path && `${refusal.path}: `}
          {refusal.message}
        </span>
      </>
    );
  return <>{counts && takenIn(counts)}</>;
}

/** What was imported, without what there was none of. */
function takenIn(counts: ImportCounts): string {
  const parts = [
    counted(counts.sites, 'site'),
    counts.inspections > 0 && counted(counts.inspections, 'inspection'),
    counts.quotes > 0 && counted(counts.quotes, 'quote'),
    counts.jobs > 0 && counted(counts.jobs, 'job'),
    counts.photos > 0 && counted(counts.photos, 'picture'),
  ];
  return parts.filter(Boolean).join(', ');
}
