import { expect, test, typed } from './journey.ts';
import { boundsOf, cutFiles, drawing, figure, svg } from './scenes/scene.ts';

// What is cut for labels and for discs of several colours: files that are opened again.

test('24 labels: each in its own outline on the sheets, at the height that was set', async ({ page }) => {
  await page.goto('/pieces/demo-drawers/artwork');
  await page.getByRole('button', { name: 'Change the words' }).click();
  await typed(page, 'Clear width', '52');
  await typed(page, 'Clear height', '14');
  await typed(page, 'Margin above', '1');
  await typed(page, 'Margin below', '1');
  await typed(page, 'Margin left', '2');
  await typed(page, 'Margin right', '2');
  await typed(page, 'Room across', '48');
  await typed(page, 'Room up and down', '12');
  await typed(page, 'Height of capitals', '3.5');
  await page.getByRole('button', { name: 'Set these labels' }).click();
  await page.getByText(/^24 labels, one a piece: 24 pieces\. Capitals 3\.5 mm high/).waitFor();
  await page.getByRole('img', { name: '24 labels, each on a clear area of its own' }).waitFor();
  const files = await cutFiles(page);
  let outlines = 0;
  for (const { artwork } of files) {
    const letters = artwork.layers.flatMap(({ polygon }) => [...polygon]);
    const rooms = artwork.layers
      .flatMap(({ cutLines }) => [...cutLines])
      .filter(({ length }) => length === 10)
      .map((ring) => boundsOf([ring]));
    outlines += rooms.length;
    // every letter lies in exactly one outline, and outlines leave room to cut between them
    for (const letter of letters) {
      const { x, y, width, height } = boundsOf([letter]);
      const holding = rooms.filter(
        (room) =>
          x >= room.x - 0.01 &&
          y >= room.y - 0.01 &&
          x + width <= room.x + room.width + 0.01 &&
          y + height <= room.y + room.height + 0.01,
      );
      expect(holding).toHaveLength(1);
    }
    expect(
      Math.max(...letters.map((letter) => Math.min(boundsOf([letter]).width, boundsOf([letter]).height))),
    ).toBeLessThan(6);
  }
  expect(outlines).toBe(24);
});

test('a dozen discs in three colours: a file for each colour, named, and no more film than its discs', async ({
  page,
}) => {
  await page.goto('/pieces/demo-drawers/artwork');
  await page.getByRole('button', { name: 'Take it off the piece' }).click();
  const discs = Array.from({ length: 12 }, (_, at) => {
    const colour = ['#c00000', '#0000c0', '#208030'][at % 3];
    return `<circle cx="${30 + (at % 4) * 70}" cy="${30 + Math.floor(at / 4) * 70}" r="25" fill="${colour}"/>`;
  });
  await drawing(page, 'discs.svg', svg(270, 200, discs.join('')));
  await page.getByText('Shapes that stay', { exact: true }).click();
  await page.getByText('As large as fits', { exact: true }).waitFor();
  await page.getByText('A size of its own', { exact: true }).click();
  await typed(page, 'Clear width', '320');
  await typed(page, 'Clear height', '260');
  await typed(page, 'Width', '260');
  await page.getByText(/Shapes that lie apart are laid out one by one/).waitFor();
  await typed(page, 'How many of it', '1');
  await expect(figure(page, 'Shapes')).toContainText('12');
  const files = await cutFiles(page);
  expect(files.map(({ name }) => /sheet-\d+-([a-z-]+)\.svg$/.exec(name)?.[1]).sort()).toEqual(['blue', 'green', 'red']);
  for (const { artwork } of files) expect(artwork.layers.flatMap(({ polygon }) => polygon)).toHaveLength(4);
});
