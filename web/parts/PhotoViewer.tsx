import { useRef } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { PhotoFiling } from './PhotoFiling.tsx';
import { photoAddress } from './photoAddress.ts';
import { Trouble } from './states.tsx';
import { useTyped } from './useTyped.ts';

interface Circle {
  x: number;
  y: number;
  radius: number;
}

const FIRST: Circle = { x: 0.5, y: 0.5, radius: 0.08 };
const NO_MARK = { circle: null, label: '' };
const STEP = 0.02;
const within = (value: number): number => Math.min(1, Math.max(0, value));

/** A picture in full, with what was drawn over it; another circle is drawn by mouse, thumb or keys. */
export function PhotoViewer({
  photo,
  arrays,
  onClose,
}: {
  photo: Photo;
  /** the faces among which it may be filed; left out where it is only looked at */
  arrays?: readonly SolarArray[];
  onClose: () => void;
}) {
  const typed = useTyped<{ circle: Circle | null; label: string }>(`photo.${photo.id}.mark`, NO_MARK);
  const { circle, label } = typed.value;
  const setCircle = (next: Circle | null) => typed.type({ circle: next, label });
  const id = useRef(newId());
  const add = useEndpointMutation('markPhoto', () => {
    id.current = newId();
    typed.clear();
  });
  const start = useRef<{ x: number; y: number } | null>(null);
  const ratio = photo.width / photo.height;
  const at = (event: React.PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: within((event.clientX - box.left) / box.width), y: within((event.clientY - box.top) / box.height) };
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = KEYS[event.key];
    if (!circle || !step) return;
    event.preventDefault();
    setCircle({
      x: within(circle.x + (step.x ?? 0) * STEP),
      y: within(circle.y + (step.y ?? 0) * STEP),
      radius: Math.min(0.5, Math.max(0.01, circle.radius + (step.radius ?? 0) * STEP)),
    });
  };
  return (
    <Modal show onHide={onClose} size="xl" aria-labelledby="photo-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="photo-title">
          {photo.caption || photo.role.replace('-', ' ')}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="photo-full">
          <img src={photoAddress(photo.id, 'upright')} alt={photo.caption || photo.role.replace('-', ' ')} />
          <svg
            viewBox={`0 0 ${ratio} 1`}
            preserveAspectRatio="none"
            className={circle ? 'drawing' : ''}
            role="application"
            tabIndex={circle ? 0 : -1}
            aria-label="Circle over the picture: arrows move it, plus and minus size it"
            onKeyDown={onKeyDown}
            onPointerDown={(event) => {
              if (!circle) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              start.current = at(event);
              setCircle({ ...at(event), radius: circle.radius });
            }}
            onPointerMove={(event) => {
              const from = start.current;
              if (from === null) return;
              const to = at(event);
              const radius = Math.hypot(to.x - from.x, (to.y - from.y) / ratio);
              if (radius > 0.01) setCircle({ ...from, radius: Math.min(0.5, radius) });
            }}
            onPointerUp={() => {
              start.current = null;
            }}
          >
            {photo.marks.map((mark) => (
              <Ring key={mark.id} circle={mark} ratio={ratio} label={mark.label} />
            ))}
            {circle && <Ring circle={circle} ratio={ratio} label={label} />}
          </svg>
        </div>
        {photo.marks.length > 0 && (
          <ul className="plain-list">
            {photo.marks.map((mark) => (
              <li key={mark.id}>
                {mark.label}, <span className="quiet">drawn by {mark.by}</span>
              </li>
            ))}
          </ul>
        )}
        {circle === null ? (
          <Button variant="outline-primary" onClick={() => setCircle(FIRST)}>
            Draw a mark over it
          </Button>
        ) : (
          <Form
            className="d-flex gap-2 align-items-end flex-wrap"
            onSubmit={(event) => {
              event.preventDefault();
              add.mutate({ params: { id: photo.id }, body: { id: id.current, label, ...circle } });
            }}
          >
            <div className="flex-grow-1">
              <Form.Label htmlFor="mark-label">What it shows</Form.Label>
              <Form.Control
                id="mark-label"
                required
                maxLength={80}
                value={label}
                onChange={(event) => typed.type({ circle, label: event.target.value })}
              />
            </div>
            <Button type="submit" disabled={add.isPending || label.trim() === ''}>
              Save the mark
            </Button>
            <Button variant="quiet" onClick={() => typed.clear()}>
              no mark
            </Button>
          </Form>
        )}
        <p className="quiet mb-0">
          Drag over the picture from the middle outwards. The picture itself stays as it came.
        </p>
        <Trouble error={add.error} />
        {arrays && photo.version !== undefined && (
          <PhotoFiling photo={{ ...photo, version: photo.version }} arrays={arrays} onGone={onClose} />
        )}
      </Modal.Body>
    </Modal>
  );
}

const KEYS: Record<string, Partial<Circle>> = {
  ArrowLeft: { x: -1 },
  ArrowRight: { x: 1 },
  ArrowUp: { y: -1 },
  ArrowDown: { y: 1 },
  '+': { radius: 1 },
  '-': { radius: -1 },
};

/** A circle over a picture that is `ratio` wide and 1 high. */
function Ring({ circle: { x, y, radius }, ratio, label }: { circle: Circle; ratio: number; label: string }) {
  const [cx, r] = [x * ratio, radius * ratio];
  const under = y + r < 0.93;
  return (
    <>
      <circle cx={cx} cy={y} r={r} fill="none" stroke="var(--white)" strokeWidth="0.014" />
      <circle cx={cx} cy={y} r={r} fill="none" stroke="var(--stop)" strokeWidth="0.007" />
      <text
        x={Math.min(ratio - 0.1, Math.max(0.1, cx))}
        y={under ? y + r + 0.045 : y - r - 0.02}
        fontSize="0.036"
        fontWeight="700"
        textAnchor="middle"
        fill="var(--stop)"
        stroke="var(--white)"
        strokeWidth="0.012"
        paintOrder="stroke"
      >
        {label}
      </text>
    </>
  );
}
