/** A PDF to look at or to print, under a name to keep it by. */
export const pdfAnswer = (pdf: Buffer, name: string): Response =>
  new Response(new Uint8Array(pdf), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${name.replaceAll(" ", "-")}.pdf"`,
    },
  });
