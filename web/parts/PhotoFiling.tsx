import { Button, Form } from 'react-bootstrap';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { useEndpointMutation, useSession } from '../api/hooks.ts';
import { Trouble } from './states.tsx';
import { useTyped } from './useTyped.ts';

/** To which face a picture belongs, what stands under it, and putting it aside. */
export function PhotoFiling({
  photo,
  arrays,
  onGone,
}: {
  photo: Photo & { version: number };
  arrays: readonly SolarArray[];
  onGone: () => void;
}) {
  const typed = useTyped(`photo.${photo.id}.filing`, { caption: photo.caption, arrayId: photo.arrayId, reason: '' });
  const { caption, arrayId, reason } = typed.value;
  const desk = useSession().data?.person?.role !== 'crew';
  const params = { id: photo.id };
  const file = useEndpointMutation('changePhoto', (now) =>
    typed.clear({ caption: now.caption, arrayId: now.arrayId, reason }),
  );
  const remove = useEndpointMutation('removePhoto', () => {
    typed.clear();
    onGone();
  });
  const same = caption === photo.caption && arrayId === photo.arrayId;
  return (
    <section className="form-grid mt-3" aria-label="Filing">
      <div className="wide">
        <Form.Label htmlFor="photo-caption">Caption</Form.Label>
        <Form.Control
          id="photo-caption"
          maxLength={200}
          value={caption}
          onChange={(event) => typed.type({ caption: event.target.value, arrayId, reason })}
        />
      </div>
      <div>
        <Form.Label htmlFor="photo-face">Face</Form.Label>
        <Form.Select
          id="photo-face"
          value={arrayId}
          onChange={(event) => typed.type({ caption, arrayId: event.target.value, reason })}
        >
          {arrays.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </div>
      <div className="align-self-end">
        <Button
          disabled={same || file.isPending}
          onClick={() => file.mutate({ params, body: { version: photo.version, arrayId, caption: caption.trim() } })}
        >
          Save
        </Button>
      </div>
      {desk && (
        <>
          <div className="wide">
            <Form.Label htmlFor="photo-reason">Put it aside, because</Form.Label>
            <Form.Control
              id="photo-reason"
              maxLength={300}
              value={reason}
              onChange={(event) => typed.type({ caption, arrayId, reason: event.target.value })}
            />
          </div>
          <div className="align-self-end">
            <Button
              variant="outline-danger"
              disabled={reason.trim() === '' || remove.isPending}
              onClick={() => remove.mutate({ params, body: { version: photo.version, reason: reason.trim() } })}
            >
              Put aside
            </Button>
          </div>
        </>
      )}
      <Trouble error={file.error ?? remove.error} />
    </section>
  );
}
