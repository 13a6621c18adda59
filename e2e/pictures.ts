/** Pictures of a wall with known truth, drawn by the browser itself. */
import type { Page } from '@playwright/test';

/**
 * A wall seen a little from the right: a sheet of 150 by 200 mm, and a red mark so many mm right of and above the sheet’s lower left corner.
 * @returns a JPEG, and where things lie in it as parts of its width and height
 */
export async function wallPicture(
  page: Page,
  mark: { x: number; up: number },
): Promise<{ file: { name: string; mimeType: string; buffer: Buffer }; corners: [number, number][]; mark: [number, number] }> {
  const [wide, high] = [1600, 1200];
  // a camera 1.4 m away, turned by 0.25 rad to the side: pinhole, as in photo.spec
  const seen = (x: number, up: number): [number, number] => {
    const [yaw, focal, away] = [0.25, 1700, 1400];
    const depth = away - (x - 75) * Math.sin(yaw);
    return [wide / 2 + (focal * (x - 75) * Math.cos(yaw)) / depth, high / 2 - (focal * (up - 100)) / depth];
  };
  const corners = [seen(0, 200), seen(150, 200), seen(150, 0), seen(0, 0)];
  const at = seen(mark.x, mark.up);
  const url = await page.evaluate(
    ({ wide, high, corners, at }) => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [wide, high];
      const c = canvas.getContext('2d')!;
      c.fillStyle = '#cfc6b2';
      c.fillRect(0, 0, wide, high);
      c.fillStyle = '#ffffff';
      c.beginPath();
      corners.forEach(([x, y], i) => (i ? c.lineTo(x!, y!) : c.moveTo(x!, y!)));
      c.fill();
      c.fillStyle = '#b03020';
      c.beginPath();
      c.arc(at[0]!, at[1]!, 8, 0, 7);
      c.fill();
      return canvas.toDataURL('image/jpeg', 0.9);
    },
    { wide, high, corners, at },
  );
  const part = ([x, y]: [number, number]): [number, number] => [x / wide, y / high];
  return {
    file: { name: 'wall.jpg', mimeType: 'image/jpeg', buffer: Buffer.from(url.split(',')[1]!, 'base64') },
    corners: corners.map(part),
    mark: part(at),
  };
}
