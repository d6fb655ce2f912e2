package io.safestep.app.template;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.core.template.Template;
import io.safestep.core.template.Variable;
import java.time.Instant;
import java.util.List;

/**
 * A template with its newest version, or another one that was asked for.
 *
 * @param versionId names the version in a change
 * @param number of the version, counted from 1
 * @param newest number of the newest version
 * @param undo the way back where it can't be derived; empty otherwise
 * @param retired no longer offered for new changes
 * @param versions all of them, the newest first; empty in lists
 */
public record TemplateView(
        long id,
        String name,
        String platform,
        String description,
        long versionId,
        int number,
        int newest,
        String text,
        String undo,
        List<Variable> variables,
        @JsonUnwrapped Written written,
        boolean retired,
        List<Version> versions) {

    /**
     * Who wrote this version, when and why.
     */
    public record Written(String note, String author, Instant createdAt) {}

    /** @param note what is different in it */
    public record Version(int number, String note, String author, Instant createdAt) {}

    static TemplateView of(TemplateVersion shown, int newest, List<TemplateVersion> all) {
        StoredTemplate template = shown.template();
        Template content = shown.content();
        return new TemplateView(
                template.id(),
                template.name(),
                template.platform(),
                template.description(),
                shown.id(),
                shown.number(),
                newest,
                content.text(),
                content.undo(),
                content.variables(),
                new Written(shown.note(), shown.authorName(), shown.createdAt()),
                template.retired(),
                all.stream()
                        .map(v -> new Version(v.number(), v.note(), v.authorName(), v.createdAt()))
                        .toList());
    }
}
