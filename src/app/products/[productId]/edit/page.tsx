import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { productSheet } from '@/server/products/products';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { saveSheetAction } from '../../actions';
import { SheetForm } from '../../sheet-form';

export const metadata: Metadata = { title: 'Change a label' };

export default screen(async (actor, { params }: PageProps<'/products/[productId]/edit'>) => {
  const { productId } = await params;
  const sheet = isId(productId) ? await productSheet(actor, productId) : null;
  const now = sheet?.versions[0];
  if (!now) notFound();
  return (
    <div className="px-4 pt-4">
      <div className="mx-auto max-w-4xl">
        <h1 className="text-page">{now.sheet.name}</h1>
        <p className="text-steel">
          Saved changes become version {now.version + 1}. Records keep the version under which they were made.
        </p>
      </div>
      <SheetForm
        productId={productId}
        seen={now.version}
        first={now.sheet}
        saveSheetAction={saveSheetAction}
      />
    </div>
  );
});
