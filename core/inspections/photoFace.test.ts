import { expect } from 'chai';
import { type Look, lookOfPicture } from './photoFace.ts';

const look = (arrayId: string, inspectedAt: string): Look => ({ arrayId, inspectionId: `of ${arrayId}`, inspectedAt });
const looks = [
  look('north', '2026-11-24T10:30:00+02:00'),
  look('east', '2026-11-24T09:50:00+02:00'),
  look('flat', '2026-11-20T09:00:00+02:00'),
];
const face = (takenAt: string) => lookOfPicture(takenAt, looks)?.arrayId ?? null;

describe('a picture finds its face by the camera’s clock', () => {
  it('belongs to the look that was recorded after it', () => {
    expect(face('2026-11-24T09:41:00+02:00')).to.equal('east');
    expect(face('2026-11-24T10:12:00+02:00')).to.equal('north');
    expect(face('2026-11-24T09:50:00+02:00')).to.equal('east');
  });

  it('belongs to the last look where none follows', () => {
    expect(face('2026-11-24T11:00:00+02:00')).to.equal('north');
  });

  it('compares instants, whatever the offset', () => {
    expect(face('2026-11-24T07:45:00Z')).to.equal('east');
  });

  it('belongs to none where nobody looked near that time', () => {
    expect(face('2026-11-22T09:00:00+02:00')).to.equal(null);
    expect(face('2026-11-24T04:00:00+02:00')).to.equal(null);
    expect(lookOfPicture('2026-11-24T09:00:00Z', [])).to.equal(null);
  });
});
