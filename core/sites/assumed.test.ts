import { expect } from 'chai';
import { askedOfCustomer, assumedFacts, azimuthOf, climateOfPlace, eaveOf } from './assumed.ts';

const site = {
  altitude: 100,
  climate: 'winter-rain',
  surroundings: 'town',
  energyBought: 250000,
  energySold: 80000,
  ownUse: 0.6,
  runOff: 'garden',
  waterSource: 'tap',
  travelKm: 20,
  travelMinutes: 30,
};
const array = {
  name: 'North roof',
  orientation: 'portrait',
  moduleWatts: 415,
  gammaPdc: -0.0035,
  tilt: 20,
  azimuth: 0,
  mount: 'flat-roof',
  storeys: 2,
  eaveHeight: 5.5,
  birds: 'few',
};

describe('what is assumed of a site', () => {
  it('is nothing where everything was said', () => {
    expect(assumedFacts({ ...site, assumed: [] }, [{ ...array, assumed: [] }])).to.deep.equal([]);
    expect(assumedFacts(site, [array]), 'records from before it was asked').to.deep.equal([]);
  });
  it('names each with its value, the array that it is of, and water that nobody has read', () => {
    const facts = assumedFacts(
      { ...site, assumed: ['ownUse', 'waterSource'] },
      [{ ...array, assumed: ['eaveHeight', 'mount'] }],
      350,
    );
    expect(facts).to.deep.equal([
      { key: 'ownUse', value: 0.6, kind: 'fraction' },
      { key: 'waterSource', value: 'tap' },
      { key: 'conductivity', value: 350, kind: 'conductivity' },
      { key: 'eaveHeight', value: 5.5, kind: 'length', of: 'North roof' },
      { key: 'mount', value: 'flat-roof', of: 'North roof' },
    ]);
  });
});

describe('an eave that nobody has measured', () => {
  it('is higher with each storey, and low for frames on the ground', () => {
    expect([1, 2, 3].map((storeys) => eaveOf('pitched-roof', storeys))).to.deep.equal([2.8, 5.5, 8.2]);
    expect(eaveOf('ground', 0)).to.equal(0.6);
    expect(eaveOf('carport', 1)).to.equal(2.4);
    expect(eaveOf('pitched-roof', 0)).to.equal(2.8);
  });
});

describe('a place of which nobody has said more than where it is', () => {
  it('has its faces towards the noon sun, on either half of the earth', () => {
    expect([-33.5, 51.2].map(azimuthOf)).to.deep.equal([0, 180]);
  });
  it('has the climate of the sites before, and rain all year far from the equator', () => {
    expect(climateOfPlace(-33.5, 'winter-rain')).to.equal('winter-rain');
    expect([51.2, -46].map((latitude) => climateOfPlace(latitude, 'winter-rain'))).to.deep.equal([
      'all-year-rain',
      'all-year-rain',
    ]);
  });
});

describe('what the customer is asked', () => {
  it('is only what the customer can tell', () => {
    const facts = assumedFacts({ ...site, assumed: ['ownUse', 'energyBought', 'travelKm'] }, [
      { ...array, assumed: ['tilt', 'mount', 'eaveHeight'] },
    ]);
    expect(askedOfCustomer(facts).map(({ key }) => key)).to.deep.equal(['ownUse', 'energyBought', 'tilt']);
  });
});
