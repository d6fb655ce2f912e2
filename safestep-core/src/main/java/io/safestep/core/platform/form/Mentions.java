package io.safestep.core.platform.form;

import java.util.List;

/**
 * What a line has to do with lines elsewhere in the same configuration, by names such as {@code packet-filter readers}.
 *
 * @param defines what is there because of this line
 * @param refers what has to be there for this line to work
 * @param takes what only one line of the configuration may have, such as an address
 */
public record Mentions(List<String> defines, List<String> refers, List<String> takes) {

    public static final Mentions NONE = new Mentions(List.of(), List.of(), List.of());

    public Mentions {
        defines = List.copyOf(defines);
        refers = List.copyOf(refers);
        takes = List.copyOf(takes);
    }
}
