package io.safestep.core.platform;

import io.safestep.core.platform.form.LineForm;
import io.safestep.core.platform.form.Removal;
import io.safestep.core.platform.form.WordType;
import io.safestep.core.platform.language.Language;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;

/** Lines of a language, made from its forms. Values come from small ranges, so that lines meet again. */
public final class FormSamples {

    private final Language language;

    public FormSamples(Language language) {
        this.language = language;
    }

    /**
     * A line that may stand in the block.
     *
     * @return null when the language has no line for this block
     */
    public String line(String block, Random random) {
        List<LineForm> forms = language.forms().forms().stream()
                .filter(form -> form.blocks().contains(block) && isShown(form))
                .toList();
        if (forms.isEmpty()) {
            return null;
        }
        LineForm form = forms.get(random.nextInt(forms.size()));
        return form.words().stream().map(type -> word(type, random)).collect(Collectors.joining(" "));
    }

    /** Whether a device may show such a line in one configuration and not in the next. */
    private static boolean isShown(LineForm form) {
        return form.becomes().isEmpty() && form.removal().kind() != Removal.Kind.NEVER;
    }

    /** Whether a text that is part of a line may stand beneath it. */
    public static String text(Random random) {
        return "  word #".repeat(random.nextInt(3)) + "of " + random.nextInt(3);
    }

    private static String word(WordType type, Random random) {
        if (type instanceof WordType.Literal literal) {
            return literal.word();
        }
        if (type instanceof WordType.Choice choice) {
            return choice.words().get(random.nextInt(choice.words().size()));
        }
        if (type instanceof WordType.WholeNumber number) {
            long range = Math.min(4, number.most() - number.least() + 1);
            return Long.toString(number.least() + random.nextLong(range));
        }
        if (type instanceof WordType.VlanList) {
            return random.nextBoolean() ? "1" : "1," + (2 + random.nextInt(2));
        }
        if (type instanceof WordType.Address) {
            return address(random);
        }
        if (type instanceof WordType.Prefix) {
            return address(random) + "/" + (23 + random.nextInt(2));
        }
        if (type instanceof WordType.Identity) {
            return "ianaift:kind" + random.nextInt(2);
        }
        if (type instanceof WordType.FreeText) {
            return "deck  " + random.nextInt(3) + " of two";
        }
        if (type instanceof WordType.EndMark) {
            return "END";
        }
        return "w" + random.nextInt(3);
    }

    private static String address(Random random) {
        return "10.77." + random.nextInt(2) + "." + (1 + random.nextInt(3));
    }
}
