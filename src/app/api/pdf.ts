/** Documents on paper: the one place that knows the library, with fonts that come with it. */
import 'server-only';
import path from 'node:path';
import pdfmake from 'pdfmake';

const FONTS = path.join(process.cwd(), 'node_modules', 'pdfmake', 'fonts', 'Roboto');
const font = (name: string) => path.join(FONTS, `Roboto-${name}.ttf`);
pdfmake.setFonts({
  Roboto: {
    normal: font('Regular'),
    bold: font('Medium'),
    italics: font('Italic'),
    bolditalics: font('MediumItalic'),
  },
});
// nothing is fetched, and no file but the fonts is read
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => path.resolve(file).startsWith(FONTS));

/** @returns the bytes of the document */
export const pdfBytes = (document: Parameters<typeof pdfmake.createPdf>[0]): Promise<Buffer> =>
  pdfmake.createPdf(document).getBuffer();
