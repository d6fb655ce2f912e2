package io.safestep.app.template;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.People;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.template.DeviceWords;
import io.safestep.core.template.Notation;
import io.safestep.core.template.Rendered;
import io.safestep.core.template.Template;
import io.safestep.core.template.TemplateEngine;
import io.safestep.core.template.TemplateProblem;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The library of templates. The front door of this package. */
@Service
@Transactional
public class Templates {

    private final TemplateRepository templates;
    private final TemplateVersionRepository versions;
    private final Platforms platforms;
    private final People people;
    private final AuditLog audit;
    private final Clock clock;
    private final TemplateEngine engine = new TemplateEngine();

    Templates(
            TemplateRepository templates,
            TemplateVersionRepository versions,
            Platforms platforms,
            People people,
            AuditLog audit,
            Clock clock) {
        this.templates = templates;
        this.versions = versions;
        this.platforms = platforms;
        this.people = people;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What somebody wants a template to say.
     *
     * @param number the version that was read before; 0 for a new template
     * @param note what is different in this version
     */
    public record Wanted(int number, String name, String platform, String description, Template content, String note) {}

    /** One version of a template, to be used. */
    public record Usable(long versionId, String name, int number, int newest, String platform, Template content) {}

    @Transactional(readOnly = true)
    public List<TemplateView> all() {
        return versions.newest().stream()
                .sorted((one, other) -> one.template()
                        .name()
                        .compareToIgnoreCase(other.template().name()))
                .map(v -> TemplateView.of(v, v.number(), List.of()))
                .toList();
    }

    /** @param number of the version; null for the newest */
    @Transactional(readOnly = true)
    public TemplateView one(long id, @Nullable Integer number) {
        List<TemplateVersion> all = versions.findByTemplateIdOrderByNumberDesc(id);
        TemplateVersion shown = all.stream()
                .filter(v -> number == null || v.number() == number)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound(number == null ? "The template" : "This version"));
        return TemplateView.of(shown, all.get(0).number(), all);
    }

    /** @param versionId as a change keeps it */
    @Transactional(readOnly = true)
    public TemplateView version(long versionId) {
        TemplateVersion version =
                versions.findById(versionId).orElseThrow(() -> ProblemException.notFound("This version of a template"));
        return one(version.template().id(), version.number());
    }

    public TemplateView create(Wanted wanted, String login) {
        check(wanted, templates.existsByNameIgnoreCase(wanted.name().strip()));
        StoredTemplate template = new StoredTemplate(wanted.platform());
        template.describe(wanted.name().strip(), wanted.description().strip());
        templates.save(template);
        addVersion(template, 1, wanted, login);
        audit.write(login, subject(template), "template written", "Version 1.");
        return one(template.id(), null);
    }

    /** Stores a new version; the ones before stay as they are. */
    public TemplateView change(long id, Wanted wanted, String login) {
        StoredTemplate template = lock(id);
        TemplateVersion newest = versions.findByTemplateIdOrderByNumberDesc(id).get(0);
        if (newest.number() != wanted.number()) {
            throw ProblemException.moved("Version " + newest.number() + " was stored meanwhile by "
                    + newest.authorName() + ". Your text is still in this page; look at that version first.");
        }
        if (!template.platform().equals(wanted.platform())) {
            throw ProblemException.invalid(
                    "platform", "A template stays with its platform. Write another template for the other one.");
        }
        check(wanted, templates.existsByNameIgnoreCaseAndIdNot(wanted.name().strip(), id));
        template.describe(wanted.name().strip(), wanted.description().strip());
        if (!newest.content().equals(wanted.content())) {
            addVersion(template, newest.number() + 1, wanted, login);
        }
        audit.write(login, subject(template), "template written", wanted.note().strip());
        return one(id, null);
    }

    /** Takes a template out of what is offered, or back into it. Changes that use it stay as they are. */
    public TemplateView retire(long id, boolean retired, String login) {
        StoredTemplate template = lock(id);
        template.retire(retired);
        audit.write(login, subject(template), retired ? "template retired" : "template offered again", "");
        return one(id, null);
    }

    private StoredTemplate lock(long id) {
        return templates.lockById(id).orElseThrow(() -> ProblemException.notFound("The template"));
    }

    private void addVersion(StoredTemplate template, int number, Wanted wanted, String login) {
        versions.save(new TemplateVersion(
                template, number, wanted.content(), wanted.note().strip(), people.withLogin(login), clock.instant()));
    }

    private void check(Wanted wanted, boolean nameTaken) {
        if (!platforms.has(wanted.platform())) {
            throw ProblemException.invalid("platform", "There is no platform called " + wanted.platform() + ".");
        }
        List<FieldError> errors = engine.problems(wanted.content()).stream()
                .map(p -> new FieldError(
                        p.part() == TemplateProblem.Part.VARIABLES
                                ? "variables[" + p.variable() + "]"
                                : p.part().name().toLowerCase(Locale.ROOT),
                        p.line(),
                        p.sentence()))
                .collect(Collectors.toCollection(ArrayList::new));
        if (nameTaken) {
            errors.add(FieldError.of(
                    "name", "There is a template called " + wanted.name().strip() + " already."));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
    }

    private static String subject(StoredTemplate template) {
        return "template " + template.name();
    }

    /** One version, by the id that a change keeps. */
    @Transactional(readOnly = true)
    public Optional<Usable> usable(long versionId) {
        return versions.findById(versionId)
                .map(v -> new Usable(
                        v.id(),
                        v.template().name(),
                        v.number(),
                        versions.findByTemplateIdOrderByNumberDesc(v.template().id())
                                .get(0)
                                .number(),
                        v.template().platform(),
                        v.content()));
    }

    /** What is wrong with a template that nobody has stored yet. */
    public List<TemplateProblem> problems(Template content) {
        return engine.problems(content);
    }

    /** Names that a template asks for, in the order of their first use, those of the undo part last. */
    public List<String> names(Template content) {
        return Stream.concat(engine.namesIn(content.text()).stream(), engine.namesIn(content.undo()).stream())
                .distinct()
                .toList();
    }

    /** Variables that are described and stand nowhere. */
    public List<String> unused(Template content) {
        return engine.unused(content);
    }

    /** The template with values in it, written for a device of this platform. */
    public Rendered render(Template content, String platform, Map<String, String> values, DeviceWords device) {
        Notation notation = Notation.of(platforms.profile(platform).language(), content.text());
        return engine.render(content, notation, values, device);
    }
}
