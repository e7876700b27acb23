import type { FaceBatches } from '../../core/schedule/batches.ts';

/** How many modules are wetted at once on a face, by the hour and by how many brush. */
export function FieldBatches({
  of,
  array,
  hands,
}: {
  of: readonly FaceBatches[] | undefined;
  array: string;
  hands: number;
}) {
  const face = of?.find((one) => one.array === array);
  if (face === undefined) return null;
  const many = (modules: number | null) => (modules === null ? 'any number' : String(modules * hands));
  return (
    <p className="sentence" role="note">
      Wet at once: {face.batches.map(({ hour, modules }) => `${many(modules)} at ${hour}:00`).join(', ')}, so that none
      dries.
    </p>
  );
}
