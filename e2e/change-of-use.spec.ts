import { expect, judged, test } from './journey.ts';

test('a change of use flips the answer, says why, and moves plan and care at once', async ({ page }) => {
  await page.goto('/pieces/demo-flasks/match');
  await judged(page);
  await expect(page.locator('.sg-candidate.is-chosen')).toContainText(/film/i);
  await page.keyboard.press('1');
  await page.getByLabel('Hottest the surface gets').fill('95 °C');
  await page.getByLabel('Hottest the surface gets').press('Enter');
  await page.locator('.sg-sentence s').first().waitFor();
  await page.getByRole('link', { name: /nothing stands yet/ }).click();
  await expect(page.locator('.sg-turned')).toContainText('It no longer stands');
  await expect(page.locator('.sg-turned')).toContainText('95 °C');
  // the gel is a grave means that nobody asked for: it stands, does not lead, and is for the crafter to choose
  await page.getByRole('heading', { name: /Nothing mild stands/ }).waitFor();
  await page.getByRole('button', { name: /by means that nobody asked for/ }).click();
  await page.getByRole('button', { name: /Coating-remover gel/ }).click();
  await expect(page.locator('.sg-sentence .is-here')).toContainText('coating-remover gel');
  await page.keyboard.press('7');
  await expect(page.getByRole('row', { name: /Heat in use/ }).first()).not.toContainText('80 °C');
});

test('a refusal is mended by its button', async ({ page }) => {
  await page.goto('/pieces/demo-chimneys/match');
  await judged(page);
  const row = page.locator('.sg-refusal', { hasText: 'Decal' }).filter({ hasText: 'gives off harmful gas' }).first();
  await expect(row).toContainText('Refused for safety');
  await row.getByRole('button', { name: 'Use an LED lamp' }).click();
  await page.locator('.sg-candidate', { hasText: 'Frosted film left on' }).waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.sg-candidate', { hasText: 'Frosted film left on' })).toHaveCount(0);
});

test('layers edited by hand are judged again, and every figure says where it is from', async ({ page }) => {
  await page.goto('/pieces/demo-signs/match');
  await judged(page);
  const colour = page.getByRole('combobox', { name: 'Product for colour or medium' });
  await colour.click();
  await page.getByRole('option', { name: 'craft acrylic', exact: true }).click();
  await page.getByText('Your choice no longer stands').waitFor();
  await page.locator('.sg-layer-doubt', { hasText: 'not made for a place' }).waitFor();
  await page.getByRole('button', { name: 'Take the best answer again' }).click();
  await expect(page.getByText('Your choice no longer stands')).toHaveCount(0);
  const figures = page.locator('.sg-candidate.is-chosen .sg-where');
  await expect(figures).toHaveCount(3);
  for (const figure of await figures.all()) {
    await figure.click();
    await expect(page.getByRole('dialog')).toContainText(/from (an estimate|typical of labels|common practice)/i);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  // Escape closes it from its button too, before the focus has moved inside
  await figures.first().click();
  await figures.first().press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page
    .getByRole('spinbutton', { name: 'Coats of exterior latex' })
    .or(page.getByRole('textbox', { name: 'Coats of exterior latex' }))
    .first()
    .fill('3');
  await page.keyboard.press('Tab');
  await page.keyboard.press('5');
  await page
    .getByText(/Exterior latex, (coat|front) 3 of 3/)
    .first()
    .waitFor();
});

test('a step is marked done at a time and the rest of the plan follows; the mark can be taken back', async ({
  page,
}) => {
  await page.goto('/pieces/demo-plaques/plan');
  const first = page.locator('.sg-step').first();
  await first.getByRole('button', { name: /Mark/ }).click();
  const at = page.getByRole('textbox', { name: 'Done at' });
  await at.fill('1 Jan 2090, 10:00');
  await at.press('Enter');
  await page.getByText('That time is still to come.').waitFor();
  // Escape closes the calendar and leaves the question that it hangs on
  await page.getByRole('button', { name: 'Calendar for done at' }).click();
  await page.getByText('November 2026').or(page.getByText('January 2090')).first().waitFor();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(1);
  await at.fill('20.11.2026 19:30');
  await at.press('Enter');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.locator('.sg-step.is-done')).toHaveCount(1);
  await page.reload();
  // what is done is ticked and folded
  await page.getByText('One step done').click();
  await expect(page.locator('.sg-step.is-done').first()).toContainText('19:30');
  await page.locator('.sg-step.is-done').getByRole('button').first().click();
  await page.getByRole('button', { name: 'Done · take back' }).click();
  await expect(page.locator('.sg-step.is-done')).toHaveCount(0);
});

test('the time slider moves through the job and a band says what it is for', async ({ page }) => {
  await page.goto('/pieces/demo-signs/plan');
  const slider = page.getByRole('slider', { name: 'Time through the job' });
  await expect(slider).toHaveAttribute('aria-valuetext', /cured/);
  await slider.focus();
  await page.keyboard.press('Home');
  await expect(slider).toHaveAttribute('aria-valuetext', /before the work/);
  await expect(page.locator('.sg-panel .sg-band')).toHaveCount(0);
  for (let moves = 0; moves < 4; moves += 1) await page.keyboard.press('ArrowRight');
  await page.locator('.sg-panel .sg-band').first().waitFor();
  await page.keyboard.press('End');
  await page.getByRole('button', { name: /^colour/ }).press('Enter');
  await expect(page.locator('.sg-pinned')).toContainText('Sets the limit for');
});

test('two candidates stand beside each other with only what differs lit, and any product can be asked for', async ({
  page,
}) => {
  await page.goto('/pieces/demo-signs/match');
  await judged(page);
  await page
    .locator('.sg-candidate', { hasText: 'under anti-slip' })
    .first()
    .getByRole('button', { name: 'Beside the chosen one' })
    .click();
  const halves = page.locator('.sg-compared figure');
  await expect(halves).toHaveCount(2);
  const bands = await halves.last().locator('.sg-band').count();
  const lit = await halves.last().locator('.sg-band.is-lit').count();
  expect(lit).toBeGreaterThan(0);
  expect(lit).toBeLessThan(bands);
  await page.getByRole('combobox', { name: 'A product that you have in mind' }).fill('removable');
  await page.getByRole('option', { name: 'removable film' }).click();
  const answer = page.getByRole('region', { name: 'Why not another product' });
  await expect(answer).toContainText('Removable film left on');
  await expect(answer).toContainText('lasts 1 year at the most outdoors in the weather, and 3 years are wanted');
  await answer.getByRole('button', { name: 'Accept 1 year' }).waitFor();
  await page.getByRole('combobox', { name: 'A product that you have in mind' }).fill('interior');
  await page.getByRole('option', { name: 'interior latex' }).click();
  await expect(answer).toContainText('not made for a place');
  await page.getByRole('combobox', { name: 'A product that you have in mind' }).fill('aerosol enamel');
  await page.getByRole('option', { name: 'aerosol enamel' }).click();
  // every one that is shown can be chosen, whatever its place, and stays chosen
  const last = answer.locator('.sg-candidate').last();
  await expect(last).toContainText(/enamel/i);
  const title = await last.locator('.sg-candidate-title').innerText();
  await last.locator('.sg-candidate-choose').click();
  await expect(answer.locator('.sg-candidate.is-chosen')).toHaveCount(1);
  await page.reload();
  await judged(page);
  await expect(page.locator('.sg-candidate.is-chosen .sg-candidate-title').first()).toContainText(title);
});
