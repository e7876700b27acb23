import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { formatDate } from '../../words/format.ts';
import { call } from '../api/client.ts';
import { useEndpointPages, useEndpointQuery, usePolling, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { More } from '../parts/More.tsx';
import { PhotoStrip } from '../parts/photos.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

/** All pictures of a site by face and day, and many taken in at once, each finding its face by the camera's clock. */
export function PicturesPage() {
  const { id = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const photos = useEndpointPages('listPhotos', { params: { id }, query: { limit: 100 } });
  const { refetch } = photos;
  usePolling(photos.items?.some(({ state }) => state === 'waiting') ?? false, refetch);
  if (spread.isError || photos.error) return <Trouble error={spread.error ?? photos.error} />;
  if (spread.isPending || photos.items === null) return <Waiting what="Opening the pictures" />;
  const { site, arrays } = spread.data;
  const { items } = photos;
  return (
    <>
      <div className="step-head">
        <h1>{site.name}: pictures</h1>
        <div className="actions">
          <Link className="btn btn-quiet" to={`/sites/${id}/look`}>
            Back to the site
          </Link>
        </div>
      </div>
      {arrays[0] ? (
        <ManyPictures arrays={arrays} onDone={refetch} />
      ) : (
        <Empty>Add an array first: a picture lies on a face.</Empty>
      )}
      {items.length === 0 && <Empty>No pictures yet.</Empty>}
      {arrays.map((array) => (
        <Face
          key={array.id}
          array={array}
          arrays={arrays}
          photos={items.filter(({ arrayId }) => arrayId === array.id)}
          zone={site.zone}
        />
      ))}
      <More pages={photos} what="pictures, the newest first" />
    </>
  );
}

function Face({
  array,
  arrays,
  photos,
  zone,
}: {
  array: SolarArray;
  arrays: readonly SolarArray[];
  photos: readonly (Photo & { recordedAt: string })[];
  zone: string;
}) {
  const units = useUnits();
  if (photos.length === 0) return null;
  const dayOf = (photo: Photo & { recordedAt: string }) =>
    new Date(photo.takenAt ?? photo.recordedAt).toLocaleDateString('en-CA', { timeZone: zone });
  const days = [...new Set(photos.map(dayOf))].sort().reverse();
  return (
    <section className="panel mb-3" aria-label={array.name}>
      <h2>{array.name}</h2>
      {days.map((day) => (
        <div key={day}>
          <h3>{formatDate(day, units)}</h3>
          <PhotoStrip photos={photos.filter((photo) => dayOf(photo) === day)} arrays={arrays} />
        </div>
      ))}
    </section>
  );
}

interface Sent {
  name: string;
  trouble: string | null;
}

/** Pictures sent at the same time; the server takes a few more. */
const AT_ONCE = 3;

function ManyPictures({ arrays, onDone }: { arrays: readonly SolarArray[]; onDone: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const ids = useRef(new Map<File, string>());
  const stopped = useRef(false);
  const [files, setFiles] = useState<File[]>([]);
  const [fallback, setFallback] = useState(arrays[0]?.id ?? '');
  const [sent, setSent] = useState<Sent[]>([]);
  const [busy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    setSent([]);
    stopped.current = false;
    const waiting = [...files];
    const left: File[] = [];
    const one = async () => {
      for (let file = waiting.shift(); file && !stopped.current; file = waiting.shift()) {
        const own = file;
        // A picture that is sent again after a failure is the same one.
        const id = ids.current.get(own) ?? newId();
        ids.current.set(own, id);
        const body = { id, arrayId: fallback, role: 'overview' as const, caption: '', byTime: 'yes' as const };
        const trouble = await call('addPhoto', { body, files: [own] }).then(
          () => null,
          (error: Error) => error.message,
        );
        if (trouble) left.push(own);
        setSent((before) => [...before, { name: own.name, trouble }]);
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, one));
    setFiles([...left, ...waiting]);
    setBusy(false);
    if (input.current) input.current.value = '';
    onDone();
  };
  const refused = sent.filter(({ trouble }) => trouble !== null);
  return (
    <section className="panel mb-3" aria-label="Import pictures">
      <h2>Many at once</h2>
      <div className="form-grid">
        <div className="wide">
          <Form.Label htmlFor="many">From phone, camera or drone (JPEG or PNG)</Form.Label>
          <Form.Control
            id="many"
            ref={input}
            type="file"
            multiple
            accept="image/jpeg,image/png"
            disabled={busy}
            onChange={(event) => {
              setFiles([...((event.target as HTMLInputElement).files ?? [])]);
              setSent([]);
            }}
          />
          <Form.Text>
            Each finds its face by the camera’s clock, among the looks recorded here. Where it was taken is not shown to
            customers.
          </Form.Text>
        </div>
        <div>
          <Form.Label htmlFor="fallback">Where none is near in time</Form.Label>
          <Form.Select id="fallback" value={fallback} onChange={(event) => setFallback(event.target.value)}>
            {arrays.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
        </div>
      </div>
      <div className="d-flex gap-2 align-items-center mt-2">
        <Button disabled={files.length === 0 || busy} onClick={() => void send()}>
          {busy ? 'Sending …' : files.length > 0 ? `Send ${files.length}` : 'Send'}
        </Button>
        {busy && (
          <>
            <progress value={sent.length} max={files.length} aria-label="Pictures sent" />
            <Button
              variant="quiet"
              onClick={() => {
                stopped.current = true;
              }}
            >
              stop
            </Button>
          </>
        )}
        {sent.length > 0 && (
          <span role="status">
            {sent.length - refused.length} saved
            {refused.length > 0 && `, ${refused.length} not`}
          </span>
        )}
      </div>
      {refused.length > 0 && (
        <div className="notice bad">
          <ul className="mb-0">
            {refused.slice(0, 8).map(({ name, trouble }) => (
              <li key={name}>
                {name}: {trouble}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
