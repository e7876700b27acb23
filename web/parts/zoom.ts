/** A drawing in its box: how large it is shown, and how far it is scrolled, px. */
export interface Shown {
  /** 1 is the size at which a thumb hits */
  zoom: number;
  left: number;
  top: number;
}

interface Size {
  width: number;
  height: number;
}

/** Times the size at which a thumb hits. */
const LARGEST = 3;
/** Under this nothing can be told apart any more. */
const SMALLEST = 0.05;
/** By how much a press of a button changes it. */
export const STEP = 1.5;

/** The size at which the whole drawing stands in its box, never larger than a thumb needs. @param full its size at zoom 1 */
export const wholeZoom = (box: Size, full: Size): number =>
  Math.max(SMALLEST, Math.min(1, box.width / full.width, box.height / full.height));

/** From the whole drawing to a few modules. */
export const zoomRange = (box: Size, full: Size): [least: number, most: number] => [wholeZoom(box, full), LARGEST];

/** Another size about the middle of what is in view, which stays where it is. */
export function zoomedTo(shown: Shown, box: Size, full: Size, wanted: number): Shown {
  const [least, most] = zoomRange(box, full);
  const zoom = Math.min(most, Math.max(least, wanted));
  const along = (scrolled: number, length: number, whole: number) => {
    const middle = (scrolled + length / 2) * (zoom / shown.zoom);
    return Math.min(Math.max(0, whole * zoom - length), Math.max(0, middle - length / 2));
  };
  return {
    zoom,
    left: along(shown.left, box.width, full.width),
    top: along(shown.top, box.height, full.height),
  };
}
