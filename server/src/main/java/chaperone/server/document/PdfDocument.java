package chaperone.server.document;

import com.openhtmltopdf.extend.FSSupplier;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder.PdfAConformance;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/**
 * Pages of A4 in the product's look, with who made them, when, and their numbers. Built as a tree of elements, so that a
 * text is never taken for markup; nothing is fetched from anywhere.
 */
public final class PdfDocument {
    private static final String STYLE = text("/document/pages.css");

    private final String title;
    private final Document html;
    private final Element body;

    private record Font(String file, String family, int weight) {
        InputStream open() {
            return resource("/fonts/" + file);
        }
    }

    /** A letter that the first family lacks is taken from the one that the style sheet names next. */
    private static final List<Font> FONTS = List.of(
            new Font("next-latin-400.ttf", "Next", 400),
            new Font("next-latin-700.ttf", "Next", 700),
            new Font("next-latin-ext-400.ttf", "NextMore", 400),
            new Font("next-latin-ext-700.ttf", "NextMore", 700),
            new Font("mono-latin-400.ttf", "Mono", 400),
            new Font("mono-latin-ext-400.ttf", "MonoMore", 400));

    static {
        XRLog.setLoggingEnabled(false);
    }

    /**
     * @param said what was asked for, in words
     * @param by who made it
     */
    public PdfDocument(String title, String said, String by, Instant at) {
        this.title = title;
        html = newDocument();
        Element root = html.createElement("html");
        html.appendChild(root);
        Element head = add(root, "head", "");
        add(head, "title", "").setTextContent(printable(title));
        add(head, "style", "").setTextContent(STYLE);
        body = add(root, "body", "");
        Element foot = add(body, "div", "foot");
        add(foot, "span", "wordmark").setTextContent("Chaperone");
        foot.appendChild(html.createTextNode(
                printable(" · %s · made by %s, %s".formatted(title, by, at.truncatedTo(ChronoUnit.SECONDS)))));
        add(body, "h1", "").setTextContent(printable(title));
        add(body, "p", "said").setTextContent(printable(said));
    }

    private static Document newDocument() {
        try {
            return DocumentBuilderFactory.newDefaultInstance()
                    .newDocumentBuilder()
                    .newDocument();
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("This Java has no XML", e);
        }
    }

    public void heading(String text) {
        add(body, "h2", "").setTextContent(printable(text));
    }

    public void paragraph(String text) {
        add(body, "p", "").setTextContent(printable(text));
    }

    /** Lines as a device has them, each on its own. */
    public void lines(List<String> lines) {
        Element block = add(body, "div", "lines");
        for (String line : lines) add(block, "div", "").setTextContent(printable(line));
    }

    /** @param looks of each column: words that the style sheet knows */
    public void table(List<String> columns, List<List<String>> rows, List<String> looks) {
        Element table = add(body, "table", "");
        Element head = row(add(table, "thead", ""), "");
        for (int i = 0; i < columns.size(); i++) cell(head, "th", looks.get(i), columns.get(i));
        Element cells = add(table, "tbody", "");
        for (List<String> each : rows) {
            Element row = row(cells, "");
            for (int i = 0; i < each.size(); i++) cell(row, "td", looks.get(i), each.get(i));
        }
    }

    /** Rows of two sides with a sign between them; each side has the number of its line. */
    public Element comparison(String before, String after) {
        Element table = add(body, "table", "compare");
        Element head = row(add(table, "thead", ""), "");
        cell(head, "th", "place", "");
        cell(head, "th", "", before);
        cell(head, "th", "sign", "");
        cell(head, "th", "place", "");
        cell(head, "th", "", after);
        return add(table, "tbody", "");
    }

    public Element row(Element parent, String type) {
        return add(parent, "tr", type);
    }

    public Element cell(Element row, String name, String type, String text) {
        Element cell = add(row, name, type);
        say(cell, text);
        return cell;
    }

    public void say(Element parent, String text) {
        parent.appendChild(html.createTextNode(printable(text)));
    }

    /** A text that is underlined. */
    public void mark(Element parent, String text) {
        say(add(parent, "u", ""), text);
    }

    private Element add(Element parent, String name, String type) {
        Element element = html.createElement(name);
        if (!type.isEmpty()) element.setAttribute("class", type);
        parent.appendChild(element);
        return element;
    }

    /** XML and paper have no place for control characters. */
    private static String printable(String text) {
        StringBuilder shown = new StringBuilder();
        text.codePoints().forEach(point -> {
            if (point == '\t') shown.append("    ");
            else shown.appendCodePoint(isPrintable(point) ? point : 0xB7);
        });
        return shown.toString();
    }

    private static boolean isPrintable(int point) {
        return point >= ' ' && !Character.isISOControl(point) && Character.isDefined(point) && !isLone(point);
    }

    private static boolean isLone(int point) {
        return point <= 0xFFFF && Character.isSurrogate((char) point) || (point & 0xFFFE) == 0xFFFE;
    }

    /** For people, on paper or in a browser. */
    public byte[] in(FileFormat format) {
        if (format.isForPrograms()) throw new IllegalArgumentException(format + " has no pages");
        return format == FileFormat.PDF ? bytes() : html();
    }

    public byte[] bytes() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder()
                .withProducer("Chaperone")
                // An archive's form (ISO 19005-2): no font but those that are in it, so none of the machine's is looked
                // for.
                .usePdfAConformance(PdfAConformance.PDFA_2_U)
                .useUriResolver((base, uri) -> null)
                .withW3cDocument(html, null)
                .toStream(out);
        for (Font font : FONTS) {
            FSSupplier<InputStream> file = font::open;
            builder.useFont(file, font.family(), font.weight(), FontStyle.NORMAL, true);
        }
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException(title + " could not be written as PDF", e);
        }
        return out.toByteArray();
    }

    /** The same pages for a browser, in one file that fetches nothing. */
    private byte[] html() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            Transformer transformer = TransformerFactory.newDefaultInstance().newTransformer();
            transformer.setOutputProperty(OutputKeys.METHOD, "html");
            transformer.setOutputProperty(OutputKeys.ENCODING, StandardCharsets.UTF_8.name());
            out.writeBytes("<!DOCTYPE html>\n".getBytes(StandardCharsets.UTF_8));
            transformer.transform(new DOMSource(html), new StreamResult(out));
        } catch (TransformerException e) {
            throw new IllegalStateException(title + " could not be written as HTML", e);
        }
        return out.toByteArray();
    }

    private static InputStream resource(String path) {
        return Objects.requireNonNull(PdfDocument.class.getResourceAsStream(path), path);
    }

    private static String text(String path) {
        try (InputStream in = resource(path)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(path, e);
        }
    }
}
