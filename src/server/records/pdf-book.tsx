import { setImmediate as turn } from "node:timers/promises";
import { PDFDocument, StandardFonts } from "@cantoo/pdf-lib";
import { Document, renderToBuffer, Text, View } from "@react-pdf/renderer";
import { registerFace } from "@/server/print/face";
import { look, Pages } from "@/server/print/printed";
import { recordPdf, type ToPrint } from "./pdf";

/** The words of a book of records besides those of each. */
export interface BookWords {
  readonly title: string;
  readonly lead: string;
  readonly page: (number: number, of: number) => string;
}

/** One book at a time: the next waits. */
let last: Promise<unknown> = Promise.resolve();

/**
 * Records as one A4 PDF, with what is in it and on which page first. Rendered one after the other: about a second each, and
 * whoever asks for anything else meanwhile is answered in between.
 */
export function recordsPdf(all: readonly ToPrint[], words: BookWords): Promise<Buffer> {
  const made = last.then(() => bound(all, words));
  last = made.catch(() => undefined);
  return made;
}

async function bound(all: readonly ToPrint[], words: BookWords): Promise<Buffer> {
  const parts: PDFDocument[] = [];
  for (const [i, one] of all.entries()) {
    parts.push(await PDFDocument.load(await recordPdf(one, i + 1)));
    await turn();
  }
  const pages = parts.map((part) => part.getPageCount());
  // How long the contents are is known once they are set.
  let contents = await PDFDocument.load(await contentsPdf(all, words, startsOf(pages, 1)));
  if (contents.getPageCount() > 1)
    contents = await PDFDocument.load(
      await contentsPdf(all, words, startsOf(pages, contents.getPageCount())),
    );
  const book = await PDFDocument.create();
  book.setTitle(words.title);
  for (const part of [contents, ...parts])
    for (const page of await book.copyPages(part, part.getPageIndices())) book.addPage(page);
  const face = await book.embedFont(StandardFonts.Helvetica);
  const of = book.getPageCount();
  for (const [i, page] of book.getPages().entries()) {
    const text = words.page(i + 1, of);
    const size = 8;
    const x = (page.getWidth() - face.widthOfTextAtSize(text, size)) / 2;
    page.drawText(text, { x, y: 12, size, font: face });
  }
  return Buffer.from(await book.save());
}

/** The page on which each begins, after so many of contents. */
function startsOf(pages: readonly number[], before: number): readonly number[] {
  let next = before + 1;
  return pages.map((count) => {
    const start = next;
    next += count;
    return start;
  });
}

function contentsPdf(all: readonly ToPrint[], { title, lead }: BookWords, starts: readonly number[]) {
  registerFace();
  return renderToBuffer(
    <Document title={title} author="Rook Step">
      <Pages foot={title}>
        <Text style={{ fontSize: 22, fontWeight: 700 }}>{title}</Text>
        <Text style={[look.small, { marginBottom: 10 }]}>{lead}</Text>
        {all.map(({ record, words: { t, signedAt } }, i) => (
          <View key={record.inspectionId} style={look.line} wrap={false}>
            <Text style={{ width: 26 }}>{i + 1}</Text>
            <Text style={{ width: 90, fontWeight: 700 }}>{record.plate}</Text>
            <Text style={{ width: 110 }}>{signedAt}</Text>
            <Text style={{ flex: 1 }}>{t(`outcome.${record.document.outcome}`)}</Text>
            <Text style={{ width: 110 }}>{record.signer}</Text>
            <Text style={{ width: 30, textAlign: "right" }}>{starts[i]}</Text>
          </View>
        ))}
      </Pages>
    </Document>,
  );
}
