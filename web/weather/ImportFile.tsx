import { type ReactNode, useId, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { ProblemError } from '../api/client.ts';
import { newId } from '../api/ids.ts';
import { Trouble } from '../parts/states.tsx';

interface ImportFileProps {
  label: string;
  hint: string;
  accept: string;
  /** bytes */
  largest: number;
  /** sends the file under an id of its own, so that a retry stores nothing twice */
  send: (id: string, file: File) => Promise<unknown>;
  /** more to ask, between the file and the button */
  children?: ReactNode;
}

/** One file that is read whole or not at all; where it is refused, each line with its reason. */
export function ImportFile({ label, hint, accept, largest, send, children }: ImportFileProps) {
  const field = useId();
  const id = useRef(newId());
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<unknown>(null);
  const [done, setDone] = useState('');
  const choose = (chosen: File | null) => {
    id.current = newId();
    setFile(chosen);
    setDone('');
    setTrouble(
      chosen && chosen.size > largest
        ? new Error(`This file is over ${Math.round(largest / 1_000_000)} MB, larger than what belongs here.`)
        : null,
    );
  };
  const submit = async () => {
    if (file === null) return;
    setBusy(true);
    setTrouble(null);
    try {
      await send(id.current, file);
      setDone(`${file.name} is taken.`);
      setFile(null);
      id.current = newId();
      if (input.current) input.current.value = '';
    } catch (error) {
      setTrouble(error);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="import-file">
      <Form.Label htmlFor={field}>{label}</Form.Label>
      <div className="d-flex gap-2">
        <Form.Control
          id={field}
          ref={input}
          type="file"
          accept={accept}
          onChange={(event) => choose((event.target as HTMLInputElement).files?.[0] ?? null)}
        />
        <Button
          variant="outline-primary"
          disabled={file === null || busy || (trouble !== null && !(trouble instanceof ProblemError))}
          onClick={() => void submit()}
        >
          {busy ? 'Sending …' : 'Import'}
        </Button>
      </div>
      <Form.Text>{hint}</Form.Text>
      {children}
      <Trouble error={trouble} />
      {done && <p role="status">{done}</p>}
    </div>
  );
}
