package io.safestep.core.platform.form;

import java.util.List;

/**
 * What lines of a form have to do with lines elsewhere.
 *
 * @param defines what is there because of the line
 * @param refers what has to be there for the line to work
 * @param takes what only one line of the configuration may have
 */
public record MentionTemplates(
        List<MentionTemplate> defines, List<MentionTemplate> refers, List<MentionTemplate> takes) {

    static final MentionTemplates NONE = new MentionTemplates(List.of(), List.of(), List.of());

    public MentionTemplates {
        defines = List.copyOf(defines);
        refers = List.copyOf(refers);
        takes = List.copyOf(takes);
    }

    public boolean isEmpty() {
        return defines.isEmpty() && refers.isEmpty() && takes.isEmpty();
    }

    /** @param above the lines that open the blocks around, outermost first */
    Mentions in(List<WordType> types, List<String> words, List<String> above) {
        return new Mentions(
                names(defines, types, words, above),
                names(refers, types, words, above),
                names(takes, types, words, above));
    }

    private static List<String> names(
            List<MentionTemplate> templates, List<WordType> types, List<String> words, List<String> above) {
        return templates.stream()
                .flatMap(template -> template.names(types, words, above).stream())
                .toList();
    }
}
