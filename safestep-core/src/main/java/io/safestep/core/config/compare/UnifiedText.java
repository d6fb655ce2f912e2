package io.safestep.core.config.compare;

import java.util.List;

/**
 * A difference as plain text: lines that stay begin with a blank, lines that go with a minus, lines that come with a plus.
 * Every line that differs stands under all of its parents. Three dots stand for what is left out.
 */
public final class UnifiedText {

    private static final String LEFT_OUT = " ...\n";

    private final List<DifferenceRow> rows;
    private final int indent;
    private final boolean[] shown;

    private UnifiedText(List<DifferenceRow> rows, int indent) {
        this.rows = rows;
        this.indent = indent;
        shown = new boolean[rows.size()];
    }

    /** @param context how many lines around a difference are shown; negative for all */
    public static String of(List<DifferenceRow> rows, int indent, int context) {
        UnifiedText text = new UnifiedText(rows, indent);
        for (int i = 0; i < rows.size(); i++) {
            if (context < 0 || rows.get(i).kind() != DifferenceRow.Kind.SAME) {
                text.show(i, Math.max(0, context));
            }
        }
        return text.write();
    }

    private void show(int index, int context) {
        int last = Math.min(rows.size() - 1, index + context);
        for (int i = Math.max(0, index - context); i <= last; i++) {
            shown[i] = true;
        }
        int depth = rows.get(index).path().size();
        for (int i = index - 1; i >= 0 && depth > 0; i--) {
            if (rows.get(i).path().size() < depth) {
                shown[i] = true;
                depth = rows.get(i).path().size();
            }
        }
    }

    private String write() {
        StringBuilder text = new StringBuilder();
        boolean gap = false;
        for (int i = 0; i < rows.size(); i++) {
            if (!shown[i]) {
                gap = true;
                continue;
            }
            if (gap && !text.isEmpty()) {
                text.append(LEFT_OUT);
            }
            gap = false;
            write(rows.get(i), text);
        }
        return text.toString();
    }

    private void write(DifferenceRow row, StringBuilder text) {
        switch (row.kind()) {
            case SAME -> line(' ', row, row.right(), text);
            case ADDED -> line('+', row, row.right(), text);
            case REMOVED -> line('-', row, row.left(), text);
            case CHANGED -> {
                line('-', row, row.left(), text);
                line('+', row, row.right(), text);
            }
        }
    }

    private void line(char sign, DifferenceRow row, String content, StringBuilder text) {
        text.append(sign)
                .append(" ".repeat(indent * row.path().size()))
                .append(content)
                .append('\n');
    }
}
