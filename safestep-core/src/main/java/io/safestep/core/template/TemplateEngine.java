package io.safestep.core.template;

import com.hubspot.jinjava.Jinjava;
import com.hubspot.jinjava.JinjavaConfig;
import com.hubspot.jinjava.interpret.Context.Library;
import com.hubspot.jinjava.interpret.InterpretException;
import com.hubspot.jinjava.interpret.JinjavaInterpreter;
import com.hubspot.jinjava.interpret.TemplateError;
import com.hubspot.jinjava.interpret.UnknownTokenException;
import com.hubspot.jinjava.lib.expression.DefaultExpressionStrategy;
import com.hubspot.jinjava.tree.Node;
import com.hubspot.jinjava.tree.output.RenderedOutputNode;
import com.hubspot.jinjava.tree.parse.ExpressionToken;
import io.safestep.core.template.TemplateProblem.Part;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Checks templates and puts values into them. Each value is written as the place in which it stands wants it. A template
 * reaches nothing but its variables and what is known of the device: no files, no other templates, no clock. The front
 * door of this package.
 */
public final class TemplateEngine {

    /** Steps of one rendering: bounds loops in loops without asking a clock. */
    private static final int MOST_STEPS = 50_000;

    private static final int MOST_OUTPUT = 500_000;
    private static final String STEPS = "safestep_steps";

    private final Jinjava jinjava;

    public TemplateEngine() {
        jinjava = new Jinjava(JinjavaConfig.newBuilder()
                .withDisabled(Map.of(
                        Library.TAG, Set.of("include", "import", "from", "extends", "block", "cycle", "autoescape"),
                        Library.FUNCTION, Set.of("today", "now", "unixtimestamp", "datetimeformat", "super", "extends"),
                        Library.FILTER, Set.of("random", "shuffle", "datetimeformat", "unixtimestamp", "log")))
                .withFailOnUnknownTokens(true)
                .withNestedInterpretationEnabled(false)
                .withMaxOutputSize(MOST_OUTPUT)
                .withMaxStringLength(MOST_OUTPUT)
                .withMaxRenderDepth(20)
                .withMaxListSize(2_000)
                .withMaxMapSize(2_000)
                .withRangeLimit(256)
                .withMaxMacroRecursionDepth(10)
                .withTrimBlocks(true)
                .withLstripBlocks(true)
                .withKeepTrailingNewline(true)
                .withNodePreProcessor(TemplateEngine::countStep)
                .build());
        AddressFilters.all().forEach(filter -> jinjava.getGlobalContext().registerFilter(filter));
    }

    /** Names that a text asks for, in the order of their first use. */
    public List<String> namesIn(String text) {
        return List.copyOf(NamesUsed.in(text).keySet());
    }

    /** What is wrong with a template before anybody gives values. Empty: nothing. */
    public List<TemplateProblem> problems(Template template) {
        List<TemplateProblem> problems = new ArrayList<>();
        Set<String> declared = new HashSet<>();
        for (Variable variable : template.variables()) {
            new ValueCheck(variable)
                    .ownComplaints()
                    .forEach(c -> problems.add(TemplateProblem.variable(variable.name(), c)));
            if (!declared.add(variable.name())) {
                problems.add(TemplateProblem.variable(variable.name(), variable.name() + " is described twice."));
            }
        }
        if (template.text().isBlank()) {
            problems.add(new TemplateProblem(Part.TEXT, 1, null, "The template has no lines yet."));
        }
        problems.addAll(undeclared(Part.TEXT, template.text(), declared));
        problems.addAll(undeclared(Part.UNDO, template.undo(), declared));
        problems.addAll(unreadable(Part.TEXT, template.text()));
        problems.addAll(unreadable(Part.UNDO, template.undo()));
        return problems;
    }

    private static List<TemplateProblem> undeclared(Part part, String text, Set<String> declared) {
        List<TemplateProblem> problems = new ArrayList<>();
        NamesUsed.in(text).forEach((name, line) -> {
            if (!declared.contains(name)) {
                problems.add(new TemplateProblem(
                        part, line, name, "Nobody has said yet what " + name + " is: describe the variable."));
            }
        });
        return problems;
    }

    /** Variables that are described and stand nowhere. */
    public List<String> unused(Template template) {
        Set<String> used = new HashSet<>(NamesUsed.in(template.text()).keySet());
        used.addAll(NamesUsed.in(template.undo()).keySet());
        return template.variables().stream()
                .map(Variable::name)
                .filter(name -> !used.contains(name))
                .toList();
    }

    private List<TemplateProblem> unreadable(Part part, String text) {
        JinjavaInterpreter interpreter = jinjava.newInterpreter();
        try {
            interpreter.parse(text);
        } catch (InterpretException e) {
            return List.of(problem(part, text, TemplateError.fromException(e)));
        }
        return interpreter.getErrors().stream().map(e -> problem(part, text, e)).toList();
    }

    /**
     * Puts values into a template.
     *
     * @param values what was given, by name; where nothing is given, the preset counts
     */
    public Rendered render(Template template, Notation notation, Map<String, String> values, DeviceWords device) {
        List<TemplateProblem> problems = new ArrayList<>();
        Map<String, Object> bindings = new HashMap<>();
        bindings.put("device", device.bindings());
        for (Variable variable : template.variables()) {
            String value = variable.effective(values.get(variable.name()));
            new ValueCheck(variable)
                    .complaint(value, device.interfaces())
                    .ifPresent(c -> problems.add(TemplateProblem.value(variable.name(), c)));
            bindings.put(variable.name(), bound(variable, value));
        }
        if (!problems.isEmpty()) {
            return new Rendered("", "", problems);
        }
        String lines = render(Part.TEXT, template.text(), notation, bindings, problems);
        String undo = render(Part.UNDO, template.undo(), notation, bindings, problems);
        return problems.isEmpty() ? new Rendered(lines, undo, List.of()) : new Rendered("", "", problems);
    }

    /** Numbers can be reckoned with; everything else is text. */
    private static Object bound(Variable variable, String value) {
        return variable.type().isNumber() && value.matches("-?\\d{1,18}") ? (Object) Long.valueOf(value) : value;
    }

    private String render(
            Part part, String text, Notation notation, Map<String, Object> bindings, List<TemplateProblem> problems) {
        JinjavaInterpreter interpreter = jinjava.newInterpreter();
        interpreter.getContext().putAll(bindings);
        interpreter.getContext().put(STEPS, new int[1]);
        interpreter.getContext().setExpressionStrategy(new Escaping(notation));
        JinjavaInterpreter.pushCurrent(interpreter);
        String output = "";
        try {
            output = interpreter.render(text);
        } catch (InterpretException e) {
            problems.add(problem(part, text, TemplateError.fromException(e)));
        } finally {
            JinjavaInterpreter.popCurrent();
        }
        Map<String, TemplateProblem> first = new LinkedHashMap<>();
        interpreter
                .getErrors()
                .forEach(e -> first.putIfAbsent(e.getLineno() + e.getFieldName(), problem(part, text, e)));
        problems.addAll(first.values());
        return withoutBlankLines(output);
    }

    /** Tags leave blank lines behind; they say nothing in any of the languages. */
    private static String withoutBlankLines(String output) {
        StringBuilder kept = new StringBuilder();
        output.lines()
                .filter(line -> !line.isBlank())
                .forEach(line -> kept.append(line.stripTrailing()).append('\n'));
        return kept.toString();
    }

    private static void countStep(Node node, JinjavaInterpreter interpreter) {
        if (interpreter.getContext().get(STEPS) instanceof int[] steps && ++steps[0] > MOST_STEPS) {
            throw new InterpretException(
                    "It takes more than " + MOST_STEPS + " steps; a loop is too long.", node.getLineNumber());
        }
    }

    private static TemplateProblem problem(Part part, String text, TemplateError error) {
        int line = Math.max(1, error.getLineno());
        String name = error.getException() instanceof UnknownTokenException unknown ? unknown.getToken() : null;
        if (name == null && error.getReason() == TemplateError.ErrorReason.UNKNOWN) {
            name = error.getFieldName();
        }
        String sentence = switch (error.getReason()) {
            case DISABLED -> "\"" + error.getFieldName() + "\" can't be used here: a template stands alone.";
            case OUTPUT_TOO_BIG, COLLECTION_TOO_BIG, OVER_LIMIT -> "It becomes too long; a loop may run too often.";
            default ->
                name != null
                        ? "There is nothing called " + name + " here."
                        : "It can't be read: " + firstSentence(error.getMessage());
        };
        List<String> inLine = name == null ? namesInLine(text, line) : List.of();
        return inLine.isEmpty()
                ? new TemplateProblem(part, line, name, sentence)
                : new TemplateProblem(
                        part, line, inLine.get(0), sentence + " The line uses " + String.join(", ", inLine) + ".");
    }

    private static List<String> namesInLine(String text, int line) {
        return text.lines()
                .skip(line - 1L)
                .findFirst()
                .map(one -> List.copyOf(NamesUsed.in(one).keySet()))
                .orElse(List.of());
    }

    private static String firstSentence(String message) {
        String plain = message == null ? "" : message.lines().findFirst().orElse("");
        String bare = plain.replaceAll("^[\\w.]*(Exception|Error): ", "");
        return bare.endsWith(".") ? bare : bare + ".";
    }

    /** Writes each value as its place wants it. */
    private static final class Escaping extends DefaultExpressionStrategy {
        private final Notation notation;

        Escaping(Notation notation) {
            this.notation = notation;
        }

        @Override
        public RenderedOutputNode interpretOutput(ExpressionToken token, JinjavaInterpreter interpreter) {
            return new RenderedOutputNode(
                    notation.escaped(super.interpretOutput(token, interpreter).getValue()));
        }
    }
}
