import type { DrawnItem } from '../../core/kit/draw.ts';
import { useSay } from '../api/hooks.ts';

/** Which thing of the register an item is, where it lies, and what speaks against it. */
export function Drawn({ item }: { item: DrawnItem | undefined }) {
  const say = useSay();
  if (item === undefined) return null;
  const { thing, missing, due } = item;
  return (
    <>
      {thing && (
        <span className="kit-which">
          {thing.name}
          {thing.where && `, ${thing.where}`}
        </span>
      )}
      {[...(missing ? [missing] : []), ...due].map((one) => (
        <span className="kit-warn" key={one.code}>
          {say.finding(one)}
        </span>
      ))}
    </>
  );
}
