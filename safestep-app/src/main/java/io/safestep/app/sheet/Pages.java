package io.safestep.app.sheet;

import com.lowagie.text.Document;
import com.lowagie.text.Font;
import com.lowagie.text.PageSize;
import com.lowagie.text.Paragraph;
import com.lowagie.text.Phrase;
import com.lowagie.text.pdf.PdfPCell;
import com.lowagie.text.pdf.PdfPTable;
import com.lowagie.text.pdf.PdfWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.librepdf.openpdf.fonts.Liberation;

/** A PDF for people to read, written from the top to the bottom. */
public final class Pages {

    private static final Font TITLE = font(Liberation.SANS_BOLD, 16);
    private static final Font HEAD = font(Liberation.SANS_BOLD, 12);
    private static final Font BODY = font(Liberation.SANS, 9);
    private static final Font BOLD = font(Liberation.SANS_BOLD, 9);
    private static final Font DEVICE = font(Liberation.MONO, 8);
    private static final float MARGIN = 48;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final Document document = new Document(PageSize.A4, MARGIN, MARGIN, MARGIN, MARGIN);

    /** @param title of the whole, as readers of PDF show it */
    public Pages(String title) {
        PdfWriter.getInstance(document, out);
        document.addTitle(title);
        document.open();
    }

    /** Fonts that are embedded: the usual ones of a PDF lack letters of many names. */
    private static Font font(Liberation font, int size) {
        try {
            return font.create(size);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Pages title(String text) {
        document.add(new Paragraph(text, TITLE));
        return this;
    }

    public Pages head(String text) {
        Paragraph head = new Paragraph(text, HEAD);
        head.setSpacingBefore(12);
        head.setSpacingAfter(4);
        document.add(head);
        return this;
    }

    public Pages line(String text) {
        document.add(new Paragraph(text, BODY));
        return this;
    }

    /** What devices say and hear, with its own line ends. */
    public Pages deviceText(String text) {
        document.add(new Paragraph(text, DEVICE));
        return this;
    }

    public Pages newPage() {
        document.newPage();
        return this;
    }

    /** A table with a row of titles; nothing where there are no rows. */
    public Pages table(float[] widths, List<String> titles, List<List<String>> rows) {
        if (!rows.isEmpty()) {
            PdfPTable table = new PdfPTable(widths);
            table.setWidthPercentage(100);
            table.setSpacingBefore(6);
            table.setHeaderRows(1);
            titles.forEach(t -> table.addCell(new PdfPCell(new Phrase(t, BOLD))));
            rows.forEach(row -> row.forEach(t -> table.addCell(new PdfPCell(new Phrase(t, BODY)))));
            document.add(table);
        }
        return this;
    }

    /** The whole; nothing can be written after it. */
    public byte[] bytes() {
        document.close();
        return out.toByteArray();
    }
}
