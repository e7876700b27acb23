import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { lossOfSoil, type Soil } from '../inspections/soil.ts';
import { filmLoss } from '../modules/filmLoss.ts';
import { exampleDust, exampleLook, exampleRecords, exampleStrips } from '../testing/exampleRecords.ts';
import { FACTORS } from './factors.ts';
import { filmOnPatch } from './filmOnPatch.ts';
import { historyOf } from './history.ts';
import { HOUSE } from './house.ts';
import { whatIsKnown } from './known.ts';
import type { Assimilation } from './posterior.ts';
import { predictor } from './predict.ts';
import type { ArrayRecords, LookOnRecord, WashOnRecord } from './records.ts';

/** Clear days of energy that say that hardly anything lies on the glass. */
const energy = Array.from({ length: 40 }, (_, at) => ({
  date: new Date(Date.UTC(2026, 9, 10 + at)).toISOString().slice(0, 10),
  performance: Math.log(0.97),
}));
const taught = (changes: Partial<ArrayRecords> = {}) => whatIsKnown(exampleRecords(changes)).taught;
const of = (key: string, changes?: Partial<ArrayRecords>) => taught(changes).filter((one) => one.key === key);

describe('what an array teaches', () => {
  /** Strips that say that a film of 10 % lies there, where the eye sees one of twice that. */
  const strips = { representative: true, found: exampleStrips(0.1, { blade: 0 }) };
  const tested = [exampleLook({ soils: [{ ...exampleDust, grade: 'thick', share: 0.9 }], patch: strips })];

  /** No bird has been there: all that is lost is film. */
  const place = { ...exampleRecords().place, birds: 'none' as const };

  it('is that an eye sees too much, where strips of the same day say so', () => {
    const [lesson] = of('eye:somebody', { place, looks: tested });
    expect(lesson?.value).to.be.within(0.7, 1.8);
    expect(lesson?.recordId).to.equal('a');
  });

  it('is the same of an eye that is corrected already: the raw look counts, not the corrected one', () => {
    const house = exampleRecords().house;
    const [plain] = of('eye:somebody', { place, looks: tested });
    const eyes = { somebody: { bias: 0.4, sigma: 0.5 } };
    const [corrected] = of('eye:somebody', { place, looks: tested, house: { ...house, eyes } });
    expect(corrected?.value).to.be.closeTo(plain?.value ?? 0, 0.15);
  });

  it('is nothing of an eye that saw as much as can be said', () => {
    const looks = [exampleLook({ soils: [{ ...exampleDust, grade: 'thick' }], patch: strips })];
    expect(of('eye:somebody', { place, looks })).to.deep.equal([]);
  });

  it('is nothing of an eye where nobody else has spoken', () => {
    expect(of('eye:somebody')).to.deep.equal([]);
  });

  it('is nothing of a caller’s words, and nothing of an eye that was left out', () => {
    expect(of('eye:somebody', { looks: [exampleLook({ by: null, patch: strips })], place })).to.deep.equal([]);
    expect(of('eye:somebody', { place, looks: tested, leftOut: ['eye:a'] })).to.deep.equal([]);
  });

  it('is less dust where the energy says so, without what was taken to be so before', () => {
    const [lesson] = of('dust:town', { energy });
    expect(lesson?.value).to.be.below(1);
    const house = exampleRecords().house;
    const dusty = { ...house, dust: { ...house.dust, town: { mean: Math.log(2), sd: 0.6 } } };
    expect(Math.log(of('dust:town', { energy, house: dusty })[0]?.value ?? 1)).to.be.closeTo(
      Math.log(lesson?.value ?? 1),
      0.5,
    );
  });

  /** A film of 2 g/m2, of which 0.8 are loose: a brush that takes half of what is bonded leaves a little over 0.6. */
  const brushed = exampleStrips(filmLoss(2), { rinse: filmLoss(1.2), brush: filmLoss(0.6 + 0.8 * 0.01), blade: 0 });

  it('is what a brush left of the bonded film on test strips', () => {
    const looks = [exampleLook({ patch: { found: brushed, representative: true } })];
    const [lesson] = of('bonded:fed-pole', { looks });
    expect(lesson?.value).to.be.closeTo(0.5, 1e-6);
  });

  it('is the same where lichen stands on the strips, which no brush takes: of the film alone', () => {
    const lichen: Soil = { ...exampleDust, kind: 'lichen', where: 'spots', share: 0.005, bond: 'blade' };
    const stands = lossOfSoil(lichen).mid;
    const under = (loss: number, share: number) => 1 - (1 - loss) * (1 - stands * share);
    const { fed, hose } = { fed: EFFECTIVENESS['fed-pole'], hose: EFFECTIVENESS.hose };
    const found = exampleStrips(under(filmLoss(2), 1), {
      rinse: under(filmLoss(1.2), 1 - hose.lichen),
      brush: under(filmLoss(0.608), 1 - fed.lichen),
      blade: 0,
    });
    const look = exampleLook({ soils: [exampleDust, lichen], patch: { found, representative: true } });
    expect(filmOnPatch(look, HOUSE)?.bonded.value).to.be.closeTo(0.6, 1e-6);
    const [lesson] = of('bonded:fed-pole', { looks: [look] });
    expect(lesson?.value).to.be.closeTo(0.5, 1e-6);
    const [plain] = of('bonded:fed-pole', {
      looks: [exampleLook({ patch: { found: brushed, representative: true } })],
    });
    expect(lesson?.sd).to.be.above(plain?.sd ?? 9);
  });

  it('is what a wash takes off by the energy before and after it, where one way was used', () => {
    const washes = [{ date: '2026-10-01', jobId: 'j', parts: [{ way: 'fed-pole' as const, share: 1 }] }];
    const day = (at: number) => new Date(Date.UTC(2024, 10, 30 + at)).toISOString().slice(0, 10);
    const rain = Object.fromEntries(Array.from({ length: 730 }, (_, at) => [day(at), 0]));
    const days = Array.from({ length: 100 }, (_, at) => ({ date: day(7 * at), performance: 0 }));
    // As it would be if the wash took off half of the bonded film.
    const [input] = historyOf(exampleRecords({ looks: [], rain, washes, energy: days })).inputs as [Assimilation];
    const odds = 1 / (EFFECTIVENESS['fed-pole'].bonded / (1 - EFFECTIVENESS['fed-pole'].bonded));
    const shown = predictor(input)(FACTORS.map((name) => (name === 'removal' ? Math.log(odds) : 0))).observations;
    const seen = days.map((one, at) => ({ ...one, performance: shown[at] as number }));
    const [lesson] = of('bonded:fed-pole', { looks: [], rain, washes, energy: seen });
    expect(lesson?.value).to.be.within(0.35, 0.65);
    const mixed = [...washes, { date: '2026-08-01', jobId: 'k', parts: [{ way: 'soap' as const, share: 1 }] }];
    expect(of('bonded:fed-pole', { looks: [], rain, washes: mixed, energy: seen })).to.deep.equal([]);
  });

  describe('by looks about a wash', () => {
    const patchy = (share: number): Soil[] => [{ ...exampleDust, kind: 'droppings', where: 'spots', share }];
    const wash: WashOnRecord = { date: '2026-11-18', jobId: 'j', parts: [{ way: 'fed-pole', share: 1 }] };
    const about = (after: Partial<LookOnRecord>, washes = [wash]) =>
      of('droppings:fed-pole', {
        looks: [
          exampleLook({ id: 'before', date: '2026-11-10', soils: patchy(0.01) }),
          exampleLook({ id: 'after', date: '2026-11-20', soils: patchy(0.004), ...after }),
        ],
        washes,
      });

    it('is what it took of the droppings', () => {
      const [lesson] = about({});
      expect(lesson?.value).to.be.closeTo(0.6, 0.01);
      expect(lesson?.recordId).to.equal('after');
    });

    it('is nothing where the second look was before it, or came late, or another way was used too', () => {
      expect(about({ date: wash.date })).to.deep.equal([]);
      expect(about({ date: '2026-11-24' })).to.have.length(1);
      expect(about({ date: '2026-11-24' }, [{ ...wash, date: '2026-11-11' }])).to.deep.equal([]);
      const halves: WashOnRecord['parts'] = [
        { way: 'fed-pole', share: 0.5 },
        { way: 'hose', share: 0.5 },
      ];
      expect(about({}, [{ ...wash, parts: halves }])).to.deep.equal([]);
    });

    it('is of the same day where the clock says that the second look came after', () => {
      expect(about({ date: wash.date, afterWash: true })).to.have.length(1);
    });
  });

  it('is nothing of dust where nobody has spoken', () => {
    expect(taught({ looks: [] })).to.deep.equal([]);
  });
});
