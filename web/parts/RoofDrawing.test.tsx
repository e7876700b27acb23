import { expect } from 'chai';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { MODULE_DONE } from '../../core/jobs/progress.ts';
import { exampleSoils } from '../../core/testing/examplePlan.ts';
import { count, markup, read } from '../testing/markup.tsx';
import { DONE_LABELS, DoneLegend, DoneShape } from './Done.tsx';
import { moduleSize, RoofDrawing, SOIL_STEPS, soilStep } from './RoofDrawing.tsx';

const array = (changes: Partial<SolarArray> = {}) =>
  ({
    id: 'a',
    name: 'Roof',
    rows: 2,
    columns: 5,
    missing: [],
    orientation: 'portrait',
    azimuth: 0,
    ...changes,
  }) as SolarArray;
const MODULE = /class="module"/;

describe('the drawn roof', () => {
  it('has a module for each place of the grid, and an outline where one is missing', () => {
    expect(count(markup(<RoofDrawing array={array()} />), MODULE)).to.equal(10);
    const html = markup(<RoofDrawing array={array({ missing: [0, 9] })} />);
    expect(count(html, MODULE)).to.equal(8);
    expect(count(html, /stroke-dasharray/)).to.equal(2);
  });

  it('has ridge and eave where they were measured, and what stands on the roof and before it', () => {
    const things = [
      { kind: 'obstacle' as const, x: 1, y: 0, width: 1, height: 1, label: 'flue' },
      { kind: 'water' as const, x: -3, y: 9, width: 0, height: 0, label: '' },
    ];
    const drawing = { origin: { row: 0, column: 0 }, toRidge: 2, toEave: 1, things, fitted: [] };
    const html = markup(<RoofDrawing array={array({ drawing })} />);
    expect(html)
      .to.include('M-0.3 -2H')
      .and.to.include('<title>flue</title>')
      .and.to.include('<title>water point</title>');
    const [left, top] =
      html
        .match(/viewBox="([^"]+)"/)?.[1]
        ?.split(' ')
        .map(Number) ?? [];
    expect(left).to.be.at.most(-3.6);
    expect(top).to.be.at.most(-2.5);
  });

  it('hatches an obstacle no farther than it reaches', () => {
    const things = [{ kind: 'obstacle' as const, x: 0, y: 0, width: 1, height: 1.3, label: '' }];
    const drawing = { origin: { row: 0, column: 0 }, toRidge: 2, toEave: 1, things, fitted: [] };
    const [, hatch = ''] =
      markup(<RoofDrawing array={array({ drawing })} />).match(/d="([^"]+)" stroke="var\(--rule-middle\)"/) ?? [];
    const ends = hatch.split(/[ML]/).filter(Boolean);
    expect(ends).to.have.length(14);
    for (const end of ends) {
      const [x = -1, y = -1] = end.split(' ').map(Number);
      expect(x).to.be.within(-1e-9, 1 + 1e-9);
      expect(y).to.be.within(-1e-9, 1.3 + 1e-9);
    }
  });

  it('draws a line of pipe over the modules, and all else under them', () => {
    const things = (['spray-line', 'obstacle'] as const).map((kind) => ({
      ...{ kind, x: 0, y: 0, width: 3, height: 0, label: kind },
    }));
    const drawing = { origin: { row: 0, column: 0 }, toRidge: 2, toEave: 1, things, fitted: [] };
    const html = markup(<RoofDrawing array={array({ drawing })} />);
    const [under, over] = ['<title>obstacle', '<title>spray-line'].map((title) => html.indexOf(title));
    expect(under).to.be.below(html.search(MODULE));
    expect(over).to.be.above(html.search(MODULE));
  });

  it('draws an array of a job from before faces were drawn', () => {
    expect(array().drawing).to.equal(undefined);
    expect(count(markup(<RoofDrawing array={array()} />), MODULE)).to.equal(10);
  });

  it('says what it is to somebody who does not see it', () => {
    expect(markup(<RoofDrawing array={array()} />)).to.include('aria-label="Roof: 2 rows of 5 modules"');
  });

  it('has ridge above and eave below', () => {
    expect(read(<RoofDrawing array={array()} />)).to.match(/ridge.*eave/);
  });

  it('lies as the modules lie', () => {
    const portrait = moduleSize({ orientation: 'portrait' });
    const landscape = moduleSize({ orientation: 'landscape' });
    expect(portrait).to.deep.equal({ width: landscape.height, height: landscape.width });
    expect(portrait.height).to.be.above(portrait.width);
  });

  it('is darker where more is lost to the film, in five steps', () => {
    expect([0, 0.02, 0.05, 0.1, 0.5].map(soilStep)).to.deep.equal([0, 1, 2, 3, 4]);
    expect(SOIL_STEPS).to.deep.equal([...SOIL_STEPS].sort((a, b) => a - b));
    expect(markup(<RoofDrawing array={array()} soils={[exampleSoils.dust]} />)).not.to.include('var(--soil-0)');
    expect(markup(<RoofDrawing array={array()} />)).to.include('var(--soil-0)');
  });

  it('shows a lower edge as an edge, and spots as spots', () => {
    const edge = markup(<RoofDrawing array={array()} soils={[exampleSoils.lichen]} />);
    expect(count(edge, /opacity="0\.75"/)).to.equal(10);
    const spots = markup(<RoofDrawing array={array()} soils={[{ ...exampleSoils.sap, share: 0.04 }]} />);
    expect(count(spots, /fill="var\(--card\)"/)).to.be.above(0);
  });

  it('draws the same spots each time', () => {
    const draw = () => markup(<RoofDrawing array={array()} soils={[exampleSoils.sap]} />);
    expect(draw()).to.equal(draw());
  });

  it('is a picture to look at, and buttons where modules are marked', () => {
    expect(markup(<RoofDrawing array={array()} />)).to.include('role="img"');
    const html = markup(<RoofDrawing array={array()} done={{ 3: 'bladed' }} onModule={() => undefined} />);
    expect(count(html, /role="button"/)).to.equal(10);
    expect(count(html, /tabindex="0"/)).to.equal(10);
    expect(html).to.include('aria-label="Module 4, row 1, bladed"');
    expect(html).to.include('aria-label="Module 6, row 2, not done"');
    expect(count(html, /aria-pressed="true"/)).to.equal(1);
  });

  it('names a defect on its module', () => {
    const html = markup(
      <RoofDrawing array={array()} defects={[{ module: 2, kind: 'hot-spot' }]} onModule={() => undefined} />,
    );
    expect(html).to.include('aria-label="Module 3, row 1, no mark, hot-spot"');
  });

  it('tells what was done apart by their shape, and not by colour alone', () => {
    const shapes = MODULE_DONE.map((done) => markup(<DoneShape done={done} width={1} height={1} />));
    expect(new Set(shapes).size).to.equal(MODULE_DONE.length);
  });

  it('counts what was done in its legend, and what is left', () => {
    const counts = { rinsed: 1, brushed: 2, bladed: 3, 'not-reached': 4, 'come-back': 5, left: 6 };
    const text = read(<DoneLegend counts={counts} />);
    for (const done of MODULE_DONE) expect(text).to.include(`${counts[done]} ${DONE_LABELS[done]}`);
    expect(text).to.include('6 left');
  });
});
