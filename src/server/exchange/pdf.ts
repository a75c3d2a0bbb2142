import type PDFDocument from 'pdfkit';

export type Pdf = InstanceType<typeof PDFDocument>;

/** Points of a PDF in a millimetre. */
export const MM = 72 / 25.4;

/** An empty PDF. Its library is loaded with the first: most starts of the server never print. */
export async function openPdf(options: PDFKit.PDFDocumentOptions): Promise<Pdf> {
  const { default: Document } = await import('pdfkit');
  return new Document(options);
}

/** A PDF's bytes once it has ended. */
export function finished(pdf: Pdf): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  pdf.on('data', (chunk: Uint8Array) => chunks.push(chunk));
  return new Promise((done, failed) => {
    pdf.on('end', () => done(new Uint8Array(Buffer.concat(chunks))));
    pdf.on('error', failed);
    pdf.end();
  });
}
