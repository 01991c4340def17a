/** Applications, planned and recorded as a person does it, on any lawn's screen. */
import type { Browser } from './driver';

export type WantedProduct = Readonly<{
  product: string;
  use?: string;
  rate?: string;
  weeds?: readonly string[];
  spots?: string;
}>;
/** @property beside what goes down with it, in the same tank unless the form says otherwise */
export type Wanted = WantedProduct &
  Readonly<{
    purpose: string;
    day: string;
    often?: 'split' | 'sequence';
    shots?: string;
    saved?: number;
    beside?: readonly WantedProduct[];
  }>;

/** One application (or the several that a split or a sequence makes) added through the form of the lawn that is open. */
export async function addApplication(b: Browser, w: Wanted): Promise<void> {
  await b.press('Add an application');
  await b.page('A new application');
  await fillApplication(b, w);
}

/** The form of a new application that is open: filled and saved. */
export async function fillApplication(b: Browser, w: Wanted): Promise<void> {
  await b.type(await b.field('What for'), w.purpose);
  await b.day('Day', w.day);
  await fillProduct(b, w);
  await b.choose('How often', w.often ?? 'once');
  if (w.shots) await b.type(await b.field('Shots, at most'), w.shots);
  if (w.rate) await b.type(await b.field(w.often === 'split' ? 'Total rate' : 'Rate'), w.rate);
  for (const [i, beside] of (w.beside ?? []).entries()) {
    await b.press('Add a product');
    await b.page(`Product ${i + 2} of ${i + 2}`);
    await fillProduct(b, beside, 'last');
    if (beside.rate) await b.type(await b.field('Rate', 'last'), beside.rate);
  }
  await b.press('Save this application');
  await b.page(w.saved ? `Saved: ${w.saved} applications.` : 'Application saved.');
  await b.page(w.purpose);
}

async function fillProduct(b: Browser, w: WantedProduct, which: 'first' | 'last' = 'first'): Promise<void> {
  await b.choose('Product', w.product, which);
  if (w.use) await b.choose('Use', w.use, which);
  if (w.weeds) {
    await (
      await b.find(`(//summary[contains(., "Target weeds")])[${which === 'first' ? 1 : 'last()'}]`)
    ).click();
    for (const weed of w.weeds)
      await (await b.find(`(//label[normalize-space(.)="${weed}"])[last()]`)).click();
  }
  if (w.spots) await b.type(await b.field('Spots, sq ft', which), w.spots);
}

/** Records the planned application of this name on the lawn that is open, as planned, and answers what is asked. */
export async function recordPlanned(b: Browser, purpose: string): Promise<void> {
  await (await b.find(`//li//button[contains(., "${purpose}")]`)).click();
  await b.press('Record it');
  await b.page('Record: ');
  for (const [label, figure] of [
    ['Wind, ', '3'],
    ['Air temperature', '61'],
  ] as const)
    if ((await b.page('')).includes(label)) await b.type(await b.field(label), figure);
  if ((await b.page('')).includes('is for restricted use'))
    await b.choose('Certified applicator', 'Mara Venn');
  await b.press('Record this application');
  const said = await b.either('Recorded.', 'Is this right?');
  if (said.includes('Is this right?')) await b.press('Yes, these figures are right');
  await b.page('Recorded.');
}
