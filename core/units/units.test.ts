import { expect } from 'chai';
import fc from 'fast-check';
import {
  formatDate,
  formatForTyping,
  formatMoment,
  formatMoney,
  formatMoneyRange,
  formatNumber,
  formatQuantity,
  formatRange,
} from '../../words/format.ts';
import { parseCoordinates, parseNumber } from './parse.ts';
import { DEFAULT_UNITS, fromUnits, toUnits } from './quantities.ts';
import { roundHalfAway, shareOf } from './rounding.ts';

const us = { ...DEFAULT_UNITS, system: 'us' as const };
const comma = { ...DEFAULT_UNITS, decimalMark: ',' as const };

describe('numbers as people type them', () => {
  const cases: [string, number | null][] = [
    ['12.5', 12.5],
    ['12,5', 12.5],
    [' 1 234,5 ', 1234.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1234567],
    ['\u22123', -3],
    ['.5', 0.5],
    ['1e3', 1000],
    ['', null],
    ['12 volts', null],
    ['1.2.3', null],
    ['--3', null],
  ];
  for (const [text, value] of cases) {
    it(`"${text}" is ${value}`, () => expect(parseNumber(text)).to.equal(value));
  }
});

describe('coordinates as people paste them', () => {
  const cases: [string, [number, number] | null][] = [
    ['-33.5, 19.2', [-33.5, 19.2]],
    ['-33.5 19.2', [-33.5, 19.2]],
    ['-33,5; 19,2', [-33.5, 19.2]],
    ['33.5 S 19.2 E', [-33.5, 19.2]],
    ['33°30\'0"S 19°12\'0"E', [-33.5, 19.2]],
    ['33°30′S, 19°12′E', [-33.5, 19.2]],
    ['S33 30 E19 12', [-33.5, 19.2]],
    ['E19 12 S33 30', [-33.5, 19.2]],
    ['geo:-33.5,19.2', [-33.5, 19.2]],
    ['48.1N 11.5W', [48.1, -11.5]],
    ['91, 3', null],
    ['3, 181', null],
    ["33°70'S 19°E", null],
    ['near the mill', null],
  ];
  for (const [text, wanted] of cases) {
    it(`"${text}" is ${wanted === null ? 'refused' : wanted.join(', ')}`, () => {
      const found = parseCoordinates(text);
      expect(
        found === null ? null : [found.latitude, found.longitude].map((value) => roundHalfAway(value, 6)),
      ).to.deep.equal(wanted);
    });
  }
});

describe('figures in their units', () => {
  it('have a unit and a sensible number of digits', () => {
    expect(formatQuantity(0.11111, 'fraction')).to.equal('11.1\u00a0%');
    expect(formatQuantity(5200, 'power')).to.equal('5200\u00a0W');
    expect(formatQuantity(150_000, 'power')).to.equal('150.0\u00a0kW');
  });

  it('read in the units of the person', () => {
    expect(formatQuantity(20, 'temperature', us)).to.equal('68\u00a0°F');
    expect(formatQuantity(25.4, 'rain', us)).to.equal('1.00\u00a0in');
    expect(formatQuantity(3.785411784, 'volume', us)).to.equal('1\u00a0gal');
  });

  it('read with the decimal mark and the date order of the person', () => {
    expect(formatNumber(1234.5, 1, comma)).to.equal('1234,5');
    expect(formatDate('2026-11-24', { ...DEFAULT_UNITS, dateOrder: 'mdy' })).to.equal('11/24/2026');
    expect(formatDate('2026-11-24T08:00:00Z', { ...DEFAULT_UNITS, dateOrder: 'ymd' })).to.equal('2026-11-24');
    // By the calendar of a zone, where there is one: an instant, and no date, which is one already.
    const there = { ...DEFAULT_UNITS, zone: 'America/Los_Angeles' };
    expect(formatDate('2026-11-24T02:00:00Z', there)).to.equal('23/11/2026');
    expect(formatDate('2026-11-24', there)).to.equal('24/11/2026');
  });

  it('group thousands from five digits on, and never show a minus on zero', () => {
    expect(formatNumber(12345, 0)).to.equal('12\u202f345');
    expect(formatNumber(-0.001, 1)).to.equal('0.0');
  });

  it('name a range in one unit', () => {
    expect(formatRange(0.031, 0.084, 'fraction')).to.equal('3.1 to 8.4\u00a0%');
  });

  it('show money in the decimals of its currency', () => {
    expect(formatMoney(123450, 'ZAR')).to.equal('ZAR\u00a01234.50');
    expect(formatMoney(1_636_449.6, 'ZAR', undefined, 0)).to.equal(formatMoney(1_636_450, 'ZAR', undefined, 0));
    expect(formatMoney(1234, 'JPY')).to.equal('JPY\u00a01234');
    expect(formatMoney(1234, 'KWD')).to.equal('KWD\u00a01.234');
    expect(formatMoney(1234, 'IQD')).to.equal('IQD\u00a01.234');
    expect(formatMoney(1234, 'VUV')).to.equal('VUV\u00a01234');
  });

  it('show a range of money in whole units of its currency, which is named once', () => {
    expect(formatMoneyRange(352_850, 837_049, 'ZAR')).to.equal('ZAR\u00a03529 to 8370');
    expect(formatMoneyRange(-140_900, 228_300, 'ZAR')).to.equal('ZAR\u00a0\u22121409 to 2283');
    expect(formatMoneyRange(1234, 5678, 'JPY')).to.equal('JPY\u00a01234 to 5678');
    expect(formatMoneyRange(1_234_500, 2_345_678, 'KWD', comma)).to.equal('KWD\u00a01235 to 2346');
  });

  it('say so where there is no figure', () => {
    expect(formatQuantity(null, 'fraction')).to.equal('no figure');
  });

  it('go to their units and back without loss', () => {
    const kinds = ['temperature', 'length', 'volume', 'rain', 'fraction', 'speed'] as const;
    fc.assert(
      fc.property(fc.constantFrom(...kinds), fc.double({ min: -1e6, max: 1e6, noNaN: true }), (kind, value) => {
        expect(fromUnits(toUnits(value, kind, 'us'), kind, 'us')).to.be.closeTo(value, 1e-6);
      }),
    );
  });

  it('round halves away from zero', () => {
    expect(roundHalfAway(2.5)).to.equal(3);
    expect(roundHalfAway(-2.5)).to.equal(-3);
    expect(roundHalfAway(1.005, 2)).to.equal(1.01);
  });

  it('take a share of money in whole numbers: half is away from zero, and a large amount has no other half', () => {
    expect([shareOf(10, 0.25), shareOf(-10, 0.25), shareOf(350, 0.15)]).to.deep.equal([3, -3, 53]);
    expect(shareOf(75_694_718, 0.211)).to.equal(15_971_585);
    expect(shareOf(999_999_999_999, 0.4999)).to.equal(499_900_000_000);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9_000_000 }), fc.integer({ min: 0, max: 1000 }), (amount, perMille) => {
        const exact = Math.floor((amount * perMille + 500) / 1000);
        expect(shareOf(amount, perMille / 1000)).to.equal(exact);
      }),
    );
  });
});

describe('a value in a field to be typed over', () => {
  it('has no groups, no trailing zeros and the person’s own decimal mark', () => {
    expect(formatForTyping(52_000, 'power')).to.equal('52000');
    expect(formatForTyping(0.175, 'fraction')).to.equal('17.5');
    expect(formatForTyping(17.5, 'angle', comma)).to.equal('17,5');
    expect(formatForTyping(-0.35, 'count')).to.equal('-0.35');
    expect(formatForTyping(100, 'length', DEFAULT_UNITS, 0)).to.equal('100');
  });

  it('stands in the person’s unit', () => {
    expect(formatForTyping(3.048, 'length', us)).to.equal('10');
  });

  it('show an instant by the clock of a zone, in the order that a person reads', () => {
    expect(formatMoment('2026-11-25T22:50:00Z', 'Africa/Johannesburg')).to.equal('26/11/2026, 00:50');
    expect(formatMoment('2026-11-25T22:50:00Z', 'America/New_York', { ...DEFAULT_UNITS, dateOrder: 'mdy' })).to.equal(
      '11/25/2026, 17:50',
    );
  });
});
