package io.safestep.app.sheet;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What stands in the cells of a table that is handed out. */
public final class Cells {

    private Cells() {}

    /** What a spreadsheet would run as a formula is kept as text; nothing for what is missing. */
    public static String text(@Nullable Object value) {
        String cell = Objects.toString(value, "");
        return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }
}
