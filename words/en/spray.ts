import type { SprayFinding, Words } from '../language.ts';

export const spray: Words<SprayFinding> = {
  'line-hard-water': ({ conductivity }, say) =>
    `The water reads ${say.quantity(conductivity, 'conductivity', 0)}: hard enough to leave scale at every rinse. Run it through resin or a membrane, or leave the line off.`,
  'line-hot-glass': () =>
    'It runs at first light, on cool glass: water on hot glass scales it, and can crack it. The maker’s limit comes first.',
  'line-legionella': () =>
    'Water that has stood warm and is sprayed can carry Legionella: the tank is kept cool, flushed and tested as local rules ask.',
  'line-backflow': () => 'On the mains it needs backflow protection, put in by a licensed plumber.',
  'line-leaves-bonded': () =>
    'What is bonded already it hardly takes off: begin on washed glass, and wipe along while it runs.',
};
