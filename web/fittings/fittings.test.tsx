import { expect } from 'chai';
import { HOUSE } from '../../core/assimilation/house.ts';
import { rowsOfFace } from '../../core/fittings/lay.ts';
import type { FittingPlace } from '../../core/planning/fitting.ts';
import { planFitting } from '../../core/planning/fitting.ts';
import { exampleYear } from '../../core/testing/exampleAhead.ts';
import { markup, read } from '../testing/markup.tsx';
import { FittedDrawn } from './FittedDrawn.tsx';
import { FittingsCompared } from './FittingsCompared.tsx';
import { suggestedRows } from './place.ts';

const face = { rows: 3, columns: 4, missing: [11], origin: { row: 0, column: 0 }, orientation: 'portrait' as const };
const place: FittingPlace = {
  face,
  rows: rowsOfFace(face, []),
  had: {},
  setup: { ...exampleYear, puddleFactor: 12, surfaceTilt: 6 },
  effectiveness: HOUSE.effectiveness['fed-pole'],
  fitted: HOUSE.fitted,
  visitCost: 150_000,
  valuePerKWh: 228,
  taxRate: 0.15,
  reach: 'at-hand',
  access: 0,
};
const clips = planFitting({ kind: 'drain-clip', rows: [0, 2], stands: 'along', each: 4_500 }, place);
const drawn = (changes: Partial<Parameters<typeof FittedDrawn>[0]> = {}) =>
  markup(
    <FittedDrawn name="East" face={face} kind="drain-clip" stands="along" rows={[0, 2]} control={[1]} {...changes} />,
  );

describe('a fitting as it is drawn', () => {
  it('has its clips at the low points of each module of its rows, and none on the row left without', () => {
    // 4 and 3 modules, two clips each
    expect(drawn().match(/<circle/g)).to.have.length(14);
    expect(drawn({ stands: 'middle' }).match(/<circle/g)).to.have.length(7);
    expect(drawn()).to.include('row 2 left without, to compare');
  });

  it('has a coating on the glass, a deterrent along each module and a gutter once', () => {
    expect(drawn({ kind: 'coating' }).match(/coated/g)).to.have.length(7);
    expect(drawn({ kind: 'deterrent' }).match(/fitted-line/g)).to.have.length(7);
    expect(drawn({ kind: 'gutter' }).match(/fitted-line/g)).to.have.length(1);
  });

  it('shows what stands there already', () => {
    const html = drawn({ rows: [], had: [0], control: [1, 2] });
    expect(html.match(/<circle/g)).to.have.length(8);
    expect(html).to.include('row 1 has it already');
  });
});

describe('fittings beside each other', () => {
  const compared = (changes: Partial<Parameters<typeof FittingsCompared>[0]> = {}) =>
    read(
      <FittingsCompared
        found={[clips]}
        unpriced={[]}
        planned={[]}
        shown="drain-clip"
        onShow={() => undefined}
        taxRate={0.15}
        {...changes}
      />,
    );

  it('say what each takes, costs and saves with its range, and up to which price it pays', () => {
    const text = compared();
    expect(text).to.match(/drain clips.*14 pieces.*21 min/);
    expect(text).to.match(/It pays up to .* for a piece, before tax/);
    expect(text).to.include('gutter no rows are named for it');
  });

  it('give no verdict without a price', () => {
    const text = compared({ unpriced: ['drain-clip'] });
    expect(text).to.include('no price yet');
    expect(text).to.not.match(/(pays|may pay|does not pay) (bird|coating|gutter)/);
  });

  it('are suggested on all rows but one, and not on the last row that is left to compare', () => {
    expect(suggestedRows(place, 'drain-clip')).to.deep.equal([0, 2]);
    expect(suggestedRows({ ...place, had: { 'drain-clip': [0, 2] } }, 'drain-clip')).to.deep.equal([]);
    expect(suggestedRows(place, 'gutter')).to.deep.equal([0, 1, 2]);
  });
});
