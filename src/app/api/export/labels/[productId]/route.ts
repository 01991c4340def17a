import { productSheet } from '@/server/products/products';
import { fileRoute } from '@/server/entry/file-route';
import { isId } from '../../../../ids';

type Context = RouteContext<'/api/export/labels/[productId]'>;
/** The product sheet that counts now, as a file that any Iron Gate takes in. */
export const GET = fileRoute(async (actor, _, { params }: Context) => {
  const { productId } = await params;
  const found = isId(productId) ? await productSheet(actor, productId) : null;
  const sheet = found?.versions[0]?.sheet;
  if (!sheet) return new Response('There is no such product here.', { status: 404 });
  const name = sheet.name.replace(/[^\w.-]+/g, '-');
  return new Response(`${JSON.stringify(sheet, null, 2)}\n`, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${name}.json"`,
      'cache-control': 'no-store',
    },
  });
});
