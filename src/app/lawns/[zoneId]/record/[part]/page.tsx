import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { notFound, redirect } from 'next/navigation';
import { applicationsOf } from '@/core/season/plan';
import { areaOf } from '@/core/gates/gate';
import { isoDay } from '@/core/calendar/day';
import { L_PER_GAL, toSquareFeet } from '@/core/units/trade';
import { SQUARE_METRES_PER_HECTARE } from '@/core/units/quantity';
import { amountFor, amountIn } from '@/core/units/rate';
import { significant } from '@/core/units/format';
import { isGranule } from '@/core/products/label';
import { may } from '@/data/actor';
import { peopleOf } from '@/server/people';
import { zoneSheet } from '@/server/season';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { recordApplicationAction } from '../../actions';
import { RecordForm } from './record-form';

export const metadata: Metadata = { title: 'Record' };
const plain = (value: number) => significant(value, 4).replace(/,/g, '');

/** What was really put down, with the plan's figures to start from. Wind and air are for the one who was there. */
export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/record/[part]'>) => {
  const { zoneId, part } = await params;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  const a = sheet?.plan && applicationsOf(sheet.plan).find((x) => String(x.part) === part);
  if (!sheet || !a) notFound();
  if (a.recordId !== null) redirect(`/records/${a.recordId}`);
  const { zone, house, today } = sheet;
  if (!may(actor, 'record'))
    return (
      <p className="p-6 text-lg">
        Your role may look and not record. <Link href={`/lawns/${zone.id}`}>Back to the lawn</Link>
      </p>
    );
  const unit = a.label.amountUnit;
  const area = areaOf(a, zone);
  return (
    <RecordForm
      draftKey={`record:${a.id}`}
      here={`/lawns/${zone.id}/record/${a.part}`}
      title={`${zone.address} · ${zone.name}`}
      subtitle={`${a.label.name}${a.of > 1 ? `, part ${a.part} of ${a.of}` : ''}`}
      zoneId={zone.id}
      part={a.part}
      kind={a.rate.by}
      people={await peopleOf(actor)}
      corrects={null}
      first={{
        area: plain(toSquareFeet(area)),
        amount: plain(amountIn(amountFor(a.rate, area), unit) ?? 0),
        amountUnit: unit,
        water: isGranule(a.label)
          ? '0'
          : plain((house.carrier * area) / SQUARE_METRES_PER_HECTARE / L_PER_GAL),
        appliedOn: isoDay(today),
        appliedBy: actor.name,
        wind: '',
        air: '',
        notes: '',
        reason: '',
      }}
      sendKey={crypto.randomUUID()}
      recordAction={recordApplicationAction}
    />
  );
});
