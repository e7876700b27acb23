import { expect } from 'chai';
import { hazardsOf, lackingOnSheet, type SafetyFacts, type SafetySheet } from './safety.ts';

const facts: SafetyFacts = {
  access: ['ground'],
  tilt: 20,
  wet: true,
  ways: ['fed-pole'],
  rungs: ['water'],
  droppings: false,
  cold: 'none',
  isolate: true,
};
const lift: SafetyFacts = { ...facts, access: ['ground', 'lift'] };
const sheet: SafetySheet = {
  competent: 'Ada Brook',
  access: 'Lift from the yard',
  anchor: 'Eyes on the ridge',
  lines: 'no',
  linesWhere: '',
  brittle: 'no',
  brittleWhere: '',
  isolation: 'AC first, then DC',
  rescue: 'Second person lowers the lift',
  emergencyNumber: '000',
  emergencyPlace: 'Gate on the yard side',
  others: '',
};
const codes = (of: SafetyFacts, on: SafetySheet | null) => lackingOnSheet(of, on).map(({ code }) => code);

describe('the safety sheet of a site', () => {
  it('names a fall and a wet roof only for who goes up', () => {
    expect(hazardsOf(facts, sheet)).to.not.include.members(['fall', 'wet', 'steep']);
    expect(hazardsOf(lift, sheet)).to.include.members(['fall', 'wet', 'steep', 'lift']);
    expect(hazardsOf({ ...lift, wet: false, tilt: 5 }, sheet)).to.not.include.members(['wet', 'steep']);
  });

  it('takes overhead lines and a brittle roof to be there until somebody says that they are not', () => {
    expect(hazardsOf(lift, null)).to.include.members(['lines', 'brittle']);
    expect(hazardsOf(lift, { lines: 'unknown', brittle: 'yes' })).to.include.members(['lines', 'brittle']);
    expect(hazardsOf(lift, sheet)).to.not.include.members(['lines', 'brittle']);
  });

  it('names what a machine, a bottle, a blade, droppings and frost bring along', () => {
    const found = hazardsOf(
      { ...lift, ways: ['robot-wet'], rungs: ['alcohol', 'blade'], droppings: true, cold: 'frost' },
      sheet,
    );
    expect(found).to.include.members(['machine', 'chemicals', 'blade', 'droppings', 'cold']);
  });

  it('always names the direct current, which no switch turns off while the sun shines', () => {
    expect(hazardsOf({ ...facts, wet: false, access: ['hand-height'] }, sheet)).to.include('dc');
  });

  it('names what was found loose up there, whatever the work', () => {
    expect(hazardsOf(facts, sheet, { loose: true })).to.include('loose');
    expect(hazardsOf(facts, sheet)).to.not.include('loose');
  });

  it('lacks everything where there is none', () => {
    expect(codes(facts, null)).to.deep.equal(['safety-no-sheet']);
  });

  it('asks of who stays on the ground for number, place, lines and the order of switching off, and no more', () => {
    const blank = { ...sheet, competent: '', access: '', anchor: '', rescue: '', brittle: 'unknown' as const };
    expect(codes(facts, blank)).to.deep.equal([]);
    const worse = { ...blank, lines: 'unknown' as const, isolation: ' ', emergencyNumber: '', emergencyPlace: '' };
    expect(codes(facts, worse)).to.deep.equal([
      'safety-no-number',
      'safety-no-place',
      'safety-lines-unknown',
      'safety-no-isolation',
    ]);
    expect(codes({ ...facts, isolate: false }, worse)).to.not.include('safety-no-isolation');
  });

  it('asks of who goes up also for the competent person, the way up, the anchor, the rescue and the roof', () => {
    const blank = { ...sheet, competent: '', access: '', anchor: '', rescue: '', brittle: 'unknown' as const };
    expect(codes(lift, blank)).to.deep.equal([
      'safety-no-competent',
      'safety-no-access',
      'safety-no-anchor',
      'safety-no-rescue',
      'safety-brittle-unknown',
    ]);
    expect(codes(lift, sheet)).to.deep.equal([]);
  });
});
