package dev.wartung.web.exchange;

import dev.wartung.web.exchange.UploadedText.Unreadable;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;

/** A list somebody has as a file: what a spreadsheet program keeps (XLSX), or text with separators. */
final class Spreadsheet {

    private static final int MOST_COLUMNS = 100;
    /** Unpacked; a file of a list is a hundredth of it. */
    private static final long MOST_BYTES = 60_000_000;

    private Spreadsheet() {}

    /**
     * The first table of a file, as it would be pasted.
     *
     * @param most rows that are read; of one more it can be seen that there are more
     */
    static String text(byte[] file, int most) throws Unreadable {
        if (file.length == 0) {
            throw new Unreadable("Choose a file with the list.");
        }
        return file.length > 1 && file[0] == 'P' && file[1] == 'K'
                ? unpacked(file, most)
                : UploadedText.of("The file", file);
    }

    private static String unpacked(byte[] file, int most) throws Unreadable {
        try {
            measure(file);
            try (ReadableWorkbook book =
                    new ReadableWorkbook(new ByteArrayInputStream(file), new ReadingOptions(true, true))) {
                Sheet first = book.getFirstSheet();
                try (Stream<Row> rows = first.openStream()) {
                    return rows.limit(most + 2L).map(Spreadsheet::line).collect(Collectors.joining("\n"));
                }
            }
        } catch (IOException | RuntimeException e) {
            throw new Unreadable("The file is no spreadsheet that can be read. Save it as XLSX or CSV and try again.");
        }
    }

    /** A small file may unpack to more than there is room for. */
    private static void measure(byte[] file) throws IOException, Unreadable {
        byte[] buffer = new byte[65536];
        long bytes = 0;
        try (ZipFile zip = ZipFile.builder().setByteArray(file).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                        bytes += read;
                        if (bytes > MOST_BYTES) {
                            throw new Unreadable("The file is too large. Bring the list in parts.");
                        }
                    }
                }
            }
        }
    }

    private static String line(Row row) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < Math.min(row.getCellCount(), MOST_COLUMNS); i++) {
            cells.add(row.getOptionalCell(i).map(Spreadsheet::text).orElse(""));
        }
        return String.join("\t", cells);
    }

    private static String text(Cell cell) {
        String text = cell.getType() == CellType.NUMBER && isDay(cell) ? day(cell) : String.valueOf(cell.getText());
        return text.replaceAll("[\\s\\p{Cntrl}]+", " ").strip().replace('"', '\'');
    }

    private static boolean isDay(Cell cell) {
        String format = cell.getDataFormatString();
        return format != null && format.matches("(?i).*[dy].*[dmy].*");
    }

    private static String day(Cell cell) {
        LocalDateTime at = cell.asDate();
        return at == null ? String.valueOf(cell.getText()) : at.toLocalDate().toString();
    }
}
