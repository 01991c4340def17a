/** Know the lawn, know its soil: from the sheet at the kerb to the date, and the files that save the typing. */
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, LISE, PASSWORD, TOBIN, VIEWER } from './people';
import { isSound } from './sound';

let b: Browser;
afterEach(() => b.quit());

const open = async (site: string) => {
  await b.go('/lawns');
  await b.press(site);
  await b.page('Soil temperature of this zone');
};
const choose = async (label: string, option: string) => {
  const select = await b.field(label);
  await (await select.findElement({ xpath: `.//option[normalize-space(.)="${option}"]` })).click();
};

test('phone: a reading in three taps, its meaning, and a slip of the scale that is asked about', async () => {
  b = await openBrowser(BASE, PHONE);
  await b.signIn(TOBIN, PASSWORD);
  await open('27 Orchard Close');
  await b.press('Take a reading');
  const form = await b.page('What it shows (expected');
  await isSound(b, 'Reading, phone');
  const expected = Math.round(Number(/expected (\d+\.\d) °F/.exec(form)![1]));
  // the figure, and take it
  await b.press(`${expected + 1}°`);
  await b.press(`Take the reading: ${expected + 1} °F`);
  const soil = await b.page('What your');
  expect(soil).toContain(`What your ${expected + 1}.0 °F at`);
  expect(soil).toMatch(/Daily mean at 2 in: \d+\.\d °F ± \d\.\d °F there/);
  expect(soil).toContain('Going by 1 reading here');
  await isSound(b, 'Soil, phone');

  await b.press('Take a reading');
  await b.page('What it shows');
  await b.type(await b.field('Temperature, °F'), '9');
  await b.press('Take the reading: 9 °F');
  await b.page('Is the thermometer set to °C?');
  await b.press('It is 9 °C: change the scale');
  expect(await (await b.field('Temperature, °C')).getAttribute('value')).toBe('9');
  await b.type(await b.field('Temperature, °C'), 'x');
  await b.press('Take the reading: x °C');
  await b.page('Temperature "x" is not a number');
  const small = await b.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('main button, main a.button')].filter((e) => e.offsetHeight && e.offsetHeight < 44).map((e) => e.innerText)`,
  );
  expect(small).toEqual([]);
});

test('a sheet is filled in: shapes to scale, a tree kept clear of, what is wrong by name, nothing lost', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/lawns/new');
  await b.page('A new lawn');
  await b.press('Save this sheet');
  await b.page('Customer is missing. Type who the lawn belongs to.');
  await b.type(await b.field('Customer'), 'Nell Arden');
  await b.type(await b.field('Address'), '9 New Row');
  await b.type(await b.field('Zone'), 'front');
  await b.press('shapes');
  await b.type(await b.field('Width, ft'), '80');
  await b.type(await b.field('Length, ft'), '50');
  await b.page('4,000 sq ft');
  await b.press('Take one away');
  const minus = await b.find('(//label[starts-with(normalize-space(.), "Width, ft")])[2]');
  const width = await b.find(`[id="${await minus.getAttribute('for')}"]`);
  await b.type(width, 'ten');
  await b.page('Shape 2: Width "ten" is not a number');
  await b.type(width, '10');
  const length = await b.find(
    `[id="${await (await b.find('(//label[starts-with(normalize-space(.), "Length, ft")])[2]')).getAttribute('for')}"]`,
  );
  await b.type(length, '20');
  await b.page('3,800 sq ft');
  await b.press('Add a tree');
  await choose('Kind', 'fruit');
  await b.type(await b.field('Drip line, ft'), '5');
  // a circle of ten feet: 314 sq ft
  await b.page('3,486 sq ft');
  await isSound(b, 'Lawn sheet');
  // what was typed outlives the page
  await b.go('/lawns/new');
  await b.page('3,486 sq ft');
  await b.press('shade');
  await b.page('Tall fescue does not grow well in shade, whatever is sprayed');
  await b.press('Save this sheet');
  await b.at('/lawns/');
  const lawn = await b.page('9 New Row · front');
  expect(lawn).toContain('3,486 sq ft of 3,800 sq ft ± 8 %');
  await b.page('does not grow well in shade');

  // a polygon from a file; a wrong file is named
  await b.press('Lawn sheet');
  await b.page('Got from');
  await b.press('drawn file');
  const wrong = path.join(tmpdir(), 'wrong.geojson');
  writeFileSync(wrong, '{"type":"LineString","coordinates":[]}');
  await (await b.field('GeoJSON file')).sendKeys(wrong);
  await b.page('The file is JSON, but not GeoJSON');
  const right = path.join(tmpdir(), 'right.geojson');
  const square = (lon: number) => [
    [
      [lon, 36],
      [lon + 0.0003, 36],
      [lon + 0.0003, 36.0003],
      [lon, 36.0003],
      [lon, 36],
    ],
  ];
  const feature = (name: string, lon: number) => ({
    type: 'Feature',
    properties: { name },
    geometry: { type: 'Polygon', coordinates: square(lon) },
  });
  writeFileSync(
    right,
    JSON.stringify({ type: 'FeatureCollection', features: [feature('north', -90), feature('south', -91)] }),
  );
  await (await b.field('GeoJSON file')).sendKeys(right);
  await b.page('Which of the 2 is this zone?');
  await b.press('south');
  await (await b.find('//label[contains(., "Make zones of this lawn")]//input')).click();
  await b.press('Save this sheet');
  await b.page('± 2 %');
  await b.press('north');
  await b.page('9 New Row · north');
  expect(await b.complaints()).toEqual([]);
});

test('the soil of a lawn: schools side by side, a look back, a sign noted, a house rule changed', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await open('14 Quarry Lane · front');
  await b.driver.executeScript('document.activeElement.blur()');
  await b.keys('o');
  const soil = await b.page('What each school says');
  expect(soil).toContain('Annual bluegrass, 70 °F falling');
  expect(soil).toMatch(/Going by \d readings here, and by \d other spot/);
  await b.find('.apexcharts-svg .apexcharts-series path');
  await isSound(b, 'Soil');
  await b.press('Look back over the years');
  await b.page('held by the 8-in-10 range');
  await choose('Seen', 'lilac opening');
  await b.press('Note it');
  await b.page('lilac opening Mara Venn');
  await b.press('warmest strip');
  await b.page('Lines of this spot');

  await b.keys('h');
  await b.page('When is the line crossed?');
  await isSound(b, 'House');
  await b.type(await b.field('Line, °F'), '550');
  await b.press('Save the house rules');
  await b.page('Run of days, line is 550 °F. More than 90 °F is taken for a slip.');
  await b.type(await b.field('Line, °F'), '57');
  await b.press('Save the house rules');
  await b.page('Every lawn is computed again in the background.');
  await open('66 Weir Walk');
  await b.page('57 °F at 2 in');
  expect(await b.complaints()).toEqual([]);
});

test('another’s reading shows up on an open screen by itself', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LISE, PASSWORD);
  await open('8 Fallow Street');
  await b.driver.executeScript('document.activeElement.blur()');
  await b.keys('o');
  await b.at('/soil');
  await b.page('Nothing has been read here yet');
  const there = await b.driver.getCurrentUrl();
  const other = await openBrowser(BASE, PHONE);
  try {
    await other.signIn(TOBIN, PASSWORD);
    await other.driver.get(there.replace('/soil', '/reading'));
    const form = await other.page('expected');
    const expected = Math.round(Number(/expected (\d+\.\d) °F/.exec(form)![1]));
    await other.press(`${expected}°`);
    await other.press('Take the reading:');
    await other.page('What your');
  } finally {
    await other.quit();
  }
  await b.page('Going by 1 reading here');
});

test('files: a logger is looked through, taken with progress and taken out again; lawns are matched by column', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/imports');
  await b.page('tannery-row-march.csv');
  await isSound(b, 'Files');
  const logger = path.join(tmpdir(), 'logger.csv');
  const rows = Array.from(
    { length: 3000 },
    (_, i) =>
      `${new Date(Date.UTC(2027, 0, 2) + i * 1_800_000).toISOString().slice(0, 16)},${(45 + (i % 9) / 2).toFixed(1)}`,
  );
  writeFileSync(logger, ['when,soil', ...rows, 'never,50'].join('\n'));
  await (await b.field('CSV file')).sendKeys(logger);
  await b.page('Say which column is the time');
  await (await b.find('[aria-label="Meaning of when"] option[value=time]')).click();
  await (await b.find('[aria-label="Meaning of soil"] option[value=temperature]')).click();
  await b.press('°F');
  await b.press('standard time all year');
  await choose('It stood in', '3 Mill Race · whole lawn');
  await isSound(b, 'Files, columns');
  await b.press('Look through the file');
  await b.page('3,001 rows: 3,000 good');
  expect(await b.page('1 bad row')).toContain('looked through, not taken yet');
  await b.press('Take the 3,000 good rows');
  // by itself, when the worker is through
  await b.page('3,001 rows: 3,000 added');
  await b.press('Take it out again');
  await b.page('3000 readings taken out');

  await b.press('customers and lawns');
  const lawns = path.join(tmpdir(), 'lawns.csv');
  writeFileSync(
    lawns,
    'Client,Street,Grass,Sq Ft\nAda Moss,1 Fern Row,tall fescue,"4,200"\nBo Reed,2 Fern Row,plastic,900\n',
  );
  await (await b.field('CSV or GeoJSON file')).sendKeys(lawns);
  await b.page('Which column is which?');
  await b.press('Look through the file');
  await b.page('2 rows: 1 good');
  await b.press('Take the 1 good row');
  await b.page('2 rows: 1 added');
  await b.go('/lawns?q=ada+fern');
  await b.page('1 zone found');
  expect(await b.page('1 Fern Row · whole lawn')).toContain('4,200 sq ft');
});

test('the list: found by words, kept as a filter, many changed at once; a viewer changes nothing', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/lawns');
  const search = await b.find('[aria-label="Find by any word"]');
  await search.sendKeys('zoysia tannery');
  await b.page('2 zones found');
  await isSound(b, 'Lawns, found');
  await (await b.find('[aria-label="Name for this filter"]')).sendKeys('Tannery', Key.ENTER);
  await b.find('//a[normalize-space(.)="Tannery"]');
  await (await b.find('//label[contains(., "all on this page")]//input')).click();
  await (await b.find('[aria-label="To what"] option:nth-child(4)')).click();
  await b.press('Set for 2 zones');
  await b.page('2 zones changed: school five-day mean.');
  await b.page('by five-day mean');
  await b.press('Sign out');
  await b.signIn(VIEWER, PASSWORD);
  await b.go('/lawns');
  const seen = await b.page('Save as CSV');
  expect(seen).not.toContain('New lawn');
  await b.press('66 Weir Walk');
  expect(await b.page('Lawn sheet')).not.toContain('Take a reading');
  await b.press('Lawn sheet');
  await b.page('Your role may look and not change the sheet.');
});

test('a token is shown once, answers over HTTP, and is taken back', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/house/server');
  await b.type(await b.field('What a new token is for'), 'my script');
  await b.press('Make a token');
  const secret = /ig_[\w-]+/.exec(await b.page('Copy it now: it is not shown again.'))![0];
  const ask = () =>
    fetch(`${BASE}/api/v1/outlook`, {
      method: 'POST',
      headers: { authorization: `Bearer ${secret}` },
      body: '{}',
    });
  const answer = await ask();
  expect([answer.status, answer.headers.get('content-type')]).toEqual([422, 'application/problem+json']);
  expect(((await answer.json()) as { errors: { field: string }[] }).errors.map((e) => e.field)).toContain(
    'site',
  );
  expect((await fetch(`${BASE}/api/v1/openapi.json`)).status).toBe(200);
  await b.go('/house/server');
  expect(await b.page('my script')).not.toContain(secret);
  await b.press('Take back');
  await b.page('taken back');
  expect((await ask()).status).toBe(401);
});
