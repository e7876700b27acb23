/** What a kWh brings at a site: minor units per MWh bought and sold, and the share that is used on the spot. */
export interface EnergyPrices {
  energyBought: number;
  energySold: number;
  ownUse: number;
}

/** What a kWh is worth, minor units: the part used on the spot at the price bought, the rest at the price sold. */
export const valueOfEnergy = ({ ownUse, energyBought, energySold }: EnergyPrices): number =>
  (ownUse * energyBought + (1 - ownUse) * energySold) / 1000;

/** What some energy is worth, whole minor units. @param energy kWh @param valuePerKWh minor units */
export const worthOf = (energy: number, valuePerKWh: number): number => Math.round(energy * valuePerKWh);
