import type { Locator, Page } from '@playwright/test';

/** Two fingers that move apart over something, or together. @param by how many times as far apart they are at the end */
export async function pinch(page: Page, over: Locator, by: number): Promise<void> {
  await over.scrollIntoViewIfNeeded();
  const box = await over.boundingBox();
  if (!box) throw new Error('There is nothing to put two fingers on.');
  const touch = await page.context().newCDPSession(page);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const [begin, end] = by > 1 ? [30, 30 * by] : [30 / by, 30];
  const fingers = (apart: number) => [
    { x: middle.x - apart, y: middle.y, id: 1 },
    { x: middle.x + apart, y: middle.y, id: 2 },
  ];
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: fingers(begin) });
  const steps = 8;
  for (let step = 1; step <= steps; step += 1) {
    const touchPoints = fingers(begin + ((end - begin) * step) / steps);
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints });
  }
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await touch.detach();
}
