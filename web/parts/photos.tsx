import { useState } from 'react';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { counted } from '../../words/counted.ts';
import { PhotoViewer } from './PhotoViewer.tsx';
import { photoAddress } from './photoAddress.ts';

/** @param arrays the faces among which a picture may be filed; left out where it is only looked at */
export function PhotoStrip({ photos, arrays }: { photos: readonly Photo[]; arrays?: readonly SolarArray[] }) {
  const [open, setOpen] = useState<string | null>(null);
  if (photos.length === 0) return null;
  const shown = photos.find(({ id }) => id === open);
  return (
    <div className="photo-row">
      {photos.map((photo) => (
        <figure key={photo.id}>
          {photo.state === 'ready' ? (
            <button type="button" className="photo-open" onClick={() => setOpen(photo.id)}>
              <img src={photoAddress(photo.id, 'thumbnail')} alt={photo.caption || photo.role.replace('-', ' ')} />
            </button>
          ) : (
            <div className="pending">{photo.state === 'failed' ? 'could not be read' : 'being turned upright'}</div>
          )}
          <figcaption>
            {photo.caption || photo.role.replace('-', ' ')}
            {photo.marks.length > 0 && `, ${counted(photo.marks.length, 'mark')}`}
          </figcaption>
        </figure>
      ))}
      {shown && (
        <PhotoViewer key={shown.id} photo={shown} onClose={() => setOpen(null)} {...(arrays ? { arrays } : {})} />
      )}
    </div>
  );
}

/** Then and now of the same place under a slider. */
export function PairSlider({ before, after, what }: { before: Photo; after: Photo; what: string }) {
  const [edge, setEdge] = useState(50);
  return (
    <div className="pair">
      <img src={photoAddress(after.id, 'upright')} alt={after.caption || `${what}, after`} />
      <img
        src={photoAddress(before.id, 'upright')}
        alt={before.caption || `${what}, before`}
        style={{ clipPath: `inset(0 ${100 - edge}% 0 0)` }}
      />
      <input
        type="range"
        min={0}
        max={100}
        value={edge}
        onChange={(event) => setEdge(Number(event.target.value))}
        aria-label={`${what}: how much of the picture from before is shown`}
      />
      <span className="edge" style={{ left: `${edge}%` }} />
      <span className="tag" style={{ left: 6 }}>
        before
      </span>
      <span className="tag" style={{ right: 6 }}>
        after
      </span>
    </div>
  );
}
