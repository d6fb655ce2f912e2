package io.safestep.core.platform;

import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.form.Beneath;
import io.safestep.core.platform.form.FormWords;
import io.safestep.core.platform.form.KeyWords;
import io.safestep.core.platform.form.LineForm;
import io.safestep.core.platform.form.LineTemplate;
import io.safestep.core.platform.form.MentionTemplates;
import io.safestep.core.platform.form.Removal;
import io.safestep.core.platform.form.StructuredForm;
import io.safestep.core.platform.form.WordType;
import io.safestep.core.platform.language.Language;
import io.safestep.core.platform.language.LineRewrite;
import io.safestep.core.platform.text.Format;
import io.safestep.core.platform.text.ProfileException;
import io.safestep.core.platform.text.ProfileException.Problem;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Reads the part of a profile that says how the configuration is written, and names everything in it that can't be meant. */
final class LanguageReader {

    /** What command lines do when these words are typed, and never a part of their configuration by habit. */
    private static final List<String> USUAL_COMMANDS = List.of(
            "reload",
            "reboot",
            "halt",
            "poweroff",
            "erase",
            "format",
            "save",
            "write",
            "copy",
            "end",
            "exit",
            "quit",
            "logout",
            "configure",
            "commit",
            "rollback");

    private final ProfileEntries entries;
    private final Access access;
    private final List<Problem> problems = new ArrayList<>();

    private LanguageReader(ProfileEntries entries, Access access) {
        this.entries = entries;
        this.access = access;
    }

    /** @throws ProfileException with everything that can't be meant */
    static Language read(ProfileEntries entries, Access access) {
        return new LanguageReader(entries, access).language();
    }

    private Language language() {
        List<LineForm> forms = new ArrayList<>();
        for (ProfileEntries form : entries.list("forms")) {
            try {
                forms.add(form(form));
            } catch (ProfileException e) {
                problems.addAll(e.problems());
            }
        }
        if (problems.isEmpty()) {
            checkBlocks(forms);
            checkRepeated(forms);
        }
        if (!problems.isEmpty()) {
            throw new ProfileException(problems);
        }
        return new Language(
                layout(),
                shown(),
                entries.entries("prefixes").all(),
                entries.texts("secretWords"),
                rewrites(),
                commands(),
                forms);
    }

    private Language.Layout layout() {
        return new Language.Layout(
                entries.has("format") ? entries.read("format", Format::named) : Format.INDENTED,
                Integer.parseInt(entries.text("indent")),
                endedByWord(),
                entries.texts("comment"),
                entries.text("negation"),
                entries.has("mergesBlanks"));
    }

    private boolean endedByWord() {
        return entries.has("blocks") && entries.text("blocks").equals("ended");
    }

    private Language.Shown shown() {
        return new Language.Shown(
                entries.patterns("volatile"),
                new HashSet<>(entries.texts("defaults")),
                entries.has("lastLine") ? entries.pattern("lastLine") : null);
    }

    private List<LineRewrite> rewrites() {
        return entries.list("rewrites").stream()
                .map(r -> new LineRewrite(r.pattern("from"), r.text("to")))
                .toList();
    }

    /** First words of what the device does and does not take for configuration. */
    private Set<String> commands() {
        Set<String> words = new TreeSet<>();
        access.typed().ifPresent(line -> {
            words.addAll(USUAL_COMMANDS);
            line.commands().forEach(command -> words.add(command.split(" ", 2)[0]));
        });
        return words;
    }

    private LineForm form(ProfileEntries e) {
        List<WordType> words = e.read("form", FormWords::parse);
        LineForm form = new LineForm(
                e.text("form"),
                words,
                e.has("in") ? e.texts("in") : List.of(""),
                key(e, words.size()),
                e.has("opens") ? beneath(e) : null,
                e.has("removal") ? e.read("removal", r -> Removal.parse(r, words.size())) : Removal.USUAL,
                e.readAll("becomes", t -> LineTemplate.parse(t, words.size())),
                e.has("hidden"),
                e.has("takesAlong"),
                !e.says("overwrites", false),
                new StructuredForm(
                        e.texts("keyLeaves"),
                        e.has("whenEmpty") && e.text("whenEmpty").equals("shown"),
                        e.has("module") ? e.text("module") : null),
                new MentionTemplates(
                        e.mentions("defines", words.size()),
                        e.mentions("refers", words.size()),
                        e.mentions("takes", words.size())));
        check(e, form);
        return form;
    }

    private static KeyWords key(ProfileEntries e, int words) {
        List<Integer> numbers = e.numbers("key");
        if (numbers.isEmpty()) {
            return KeyWords.WHOLE_LINE;
        }
        KeyWords key = e.isList("key")
                ? new KeyWords(
                        numbers.stream().map(n -> n - 1).sorted().distinct().toList())
                : KeyWords.leading(numbers.get(0));
        if (key.places().get(key.count() - 1) >= words) {
            throw e.wrong("key", "The form \"" + e.text("form") + "\" has fewer words than its key.");
        }
        return key;
    }

    private Beneath beneath(ProfileEntries e) {
        String end = e.has("end") ? e.text("end") : entries.has("blockEnd") ? entries.text("blockEnd") : null;
        if (end == null && endedByWord()) {
            throw e.wrong(
                    "opens",
                    "Blocks of this language are ended by a word: say with \"end\" which one ends \"" + e.text("opens")
                            + "\", or with \"blockEnd\" which one ends all.");
        }
        return new Beneath(
                e.text("opens"),
                e.has("ordered"),
                end,
                e.has("whenEmpty") && e.text("whenEmpty").equals("dropped"));
    }

    private static void check(ProfileEntries e, LineForm form) {
        boolean holdsText = form.holdsText();
        if (holdsText && form.beneath() != null) {
            throw e.wrong(
                    "opens",
                    "The form \"" + form.written()
                            + "\" can't open a block: the lines up to its end mark belong to its text.");
        }
        if (form.beneath() == null && (e.has("end") || e.has("whenEmpty") || e.has("ordered"))) {
            throw e.wrong("\"end\", \"whenEmpty\" and \"ordered\" speak of the block beneath a line, and \""
                    + form.written() + "\" opens none.");
        }
        Removal removal = form.removal();
        if (removal.kind() == Removal.Kind.KEY && !form.key().isBeginning()) {
            throw e.wrong(
                    "removal",
                    "A removal can name the key alone only where the key is how the line begins. Write"
                            + " the command itself, such as \"no timers {2}\".");
        }
        if (removal.kind() == Removal.Kind.EMPTYING
                && (form.beneath() == null || !form.beneath().goesEmpty())) {
            throw e.wrong(
                    "removal",
                    "Only a block that the device drops when it is empty can go by emptying: say"
                            + " \"whenEmpty: dropped\".");
        }
        if (removal.kind() == Removal.Kind.EITHER
                && (form.hidden() || holdsText)
                && !form.key().isWholeLine()
                && !form.key().isBeginning()) {
            throw e.wrong(
                    "removal",
                    "How such a line is removed has to be written: what the device hides can't be named"
                            + " in the command.");
        }
        checkNamesKey(e, form);
    }

    private static void checkNamesKey(ProfileEntries e, LineForm form) {
        LineTemplate template = form.removal().template();
        for (int i = 0; template != null && i < form.words().size(); i++) {
            if (form.key().holds(i) && !(form.words().get(i) instanceof WordType.Literal) && !template.names(i)) {
                throw e.wrong(
                        "removal",
                        "The command \"" + template.written() + "\" leaves out word " + (i + 1)
                                + ", which tells the line from its siblings: with it, another line could be removed.");
            }
        }
    }

    /** A block in which a form stands and that no form opens can't be reached. */
    private void checkBlocks(List<LineForm> forms) {
        Set<String> opened = new HashSet<>(Set.of(""));
        forms.stream()
                .filter(f -> f.beneath() != null)
                .forEach(f -> opened.add(f.beneath().name()));
        List<ProfileEntries> written = entries.list("forms");
        for (int i = 0; i < forms.size(); i++) {
            for (String block : forms.get(i).blocks()) {
                if (!opened.contains(block)) {
                    problems.add(written.get(i)
                            .problem(
                                    "in",
                                    "No form opens a block called \"" + block + "\": look for a slip, or add the"
                                            + " form that has \"opens: " + block + "\"."));
                }
            }
        }
    }

    private void checkRepeated(List<LineForm> forms) {
        Set<String> seen = new HashSet<>();
        List<ProfileEntries> written = entries.list("forms");
        for (int i = 0; i < forms.size(); i++) {
            for (String block : forms.get(i).blocks()) {
                if (!seen.add(block + "\n" + forms.get(i).words())) {
                    problems.add(written.get(i)
                            .problem(
                                    "form",
                                    "The form \"" + forms.get(i).written() + "\" stands "
                                            + (block.isEmpty() ? "at the top level" : "in \"" + block + "\"")
                                            + " twice. The first one counts; leave this one out."));
                }
            }
        }
    }
}
