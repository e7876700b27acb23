import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { importBundle } from '../../contract/imports/endpoints.ts';
import { counted } from '../../words/counted.ts';
import { useDo } from '../api/hooks.ts';
import { Trouble } from '../parts/states.tsx';

/** Sites with their history from a file: checked here first, then taken whole or not at all. */
export function ImportPage() {
  const [files, setFiles] = useState<File[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const take = useDo('importSites');
  const submit = async () => {
    setRefused(null);
    const json = files.find((file) => file.name.endsWith('.json'));
    if (json === undefined) return setRefused('Choose the .json file, and beside it the pictures that it names.');
    let content: unknown;
    try {
      content = JSON.parse(await json.text());
    } catch {
      return setRefused(`${json.name} is not JSON. Save it again as plain text.`);
    }
    const parsed = importBundle.safeParse(content);
    if (!parsed.success) {
      const lines = parsed.error.issues
        .slice(0, 5)
        .map(({ path, message }) => `${path.join('.') || 'file'}: ${message}`);
      return setRefused(lines.join('; '));
    }
    take.mutate({ body: { bundle: JSON.stringify(content) }, files: files.filter((file) => file !== json) });
  };
  return (
    <>
      <div className="desk-head">
        <h1>Import sites</h1>
      </div>
      <Form
        className="sheet"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <p>
          A JSON file in the open format <code>wide-pail-sites</code>, as the demo files are, with the pictures that it
          names. Loss, plan and price are worked out on the way in.
        </p>
        <Form.Label htmlFor="files">Files</Form.Label>
        <Form.Control
          id="files"
          type="file"
          multiple
          accept=".json,image/jpeg,image/png"
          onChange={(event) => setFiles([...((event.target as HTMLInputElement).files ?? [])])}
        />
        {refused && (
          <div className="notice bad" role="alert">
            <strong>Nothing was taken in.</strong> {refused}
          </div>
        )}
        <Trouble error={take.error} />
        {take.data && (
          <div className="notice fine" role="status">
            {counted(take.data.sites, 'site')}, {counted(take.data.inspections, 'inspection')},{' '}
            {counted(take.data.quotes, 'quote')}, {counted(take.data.jobs, 'job')} and{' '}
            {counted(take.data.photos, 'picture')} imported.
          </div>
        )}
        <Button type="submit" className="mt-3" disabled={take.isPending || files.length === 0}>
          {take.isPending ? 'Working it out …' : 'Take in'}
        </Button>
      </Form>
    </>
  );
}
