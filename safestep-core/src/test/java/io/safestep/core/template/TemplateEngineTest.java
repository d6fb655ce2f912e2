package io.safestep.core.template;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.platform.text.Format;
import io.safestep.core.template.TemplateProblem.Part;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TemplateEngineTest {

    private static final Notation COMMANDS = new Notation(Format.INDENTED, true);
    private static final DeviceWords GATEWAY = new DeviceWords(
            "ald-gw-a", "10.77.40.2", "Aldermouth", "edge", "ald-gw-b", Set.of("ge1", "ge2", "vlan 40"));

    private final TemplateEngine engine = new TemplateEngine();

    private static Template template(String text, Variable... variables) {
        return new Template(text, "", List.of(variables));
    }

    private String lines(Template template, Map<String, String> values) {
        Rendered rendered = engine.render(template, COMMANDS, values, GATEWAY);
        assertThat(rendered.problems()).isEmpty();
        return rendered.lines();
    }

    private List<TemplateProblem> refused(Template template, Map<String, String> values) {
        Rendered rendered = engine.render(template, COMMANDS, values, GATEWAY);
        assertThat(rendered.lines()).as("lines of a template with problems").isEmpty();
        return rendered.problems();
    }

    @Test
    void valuesConditionsLoopsAndTheDeviceArePutIn() {
        Template template = template(
                """
                hostname-note {{ device.name }} at {{ device.site }}
                {% for vlan in range(first, first + 2) %}
                interface vlan {{ vlan }}
                  {% if note %}
                  description {{ note }}
                  {% endif %}
                {% endfor %}
                """,
                Variable.required("first", VariableType.VLAN),
                new Variable("note", VariableType.TEXT, "", "", false, "", List.of(), null, null, ""));

        assertThat(lines(template, Map.of("first", "70", "note", "gate readers")))
                .isEqualTo("""
                        hostname-note ald-gw-a at Aldermouth
                        interface vlan 70
                          description gate readers
                        interface vlan 71
                          description gate readers
                        """);
        assertThat(lines(template, Map.of("first", "70"))).doesNotContain("description");
    }

    @Test
    void addressesAreTakenApartByFilters() {
        Template template = template(
                "a {{ link|address }} b {{ link|mask }} c {{ link|wildcard }} d {{ link|prefix }}"
                        + " e {{ link|prefix_length }} f {{ link|nth(2) }}",
                Variable.required("link", VariableType.INTERFACE_ADDRESS));

        assertThat(lines(template, Map.of("link", "10.77.40.2/24")))
                .isEqualTo("a 10.77.40.2 b 255.255.255.0 c 0.0.0.255 d 10.77.40.0/24 e 24 f 10.77.40.2\n");
    }

    @Test
    void aNameThatNobodyDescribedIsNamedWithItsLine() {
        Template template = template("one\ntwo\nthree {{ wich }}\n");

        assertThat(engine.problems(template)).singleElement().satisfies(p -> {
            assertThat(p.part()).isEqualTo(Part.TEXT);
            assertThat(p.line()).isEqualTo(3);
            assertThat(p.variable()).isEqualTo("wich");
        });
        assertThat(refused(template, Map.of())).singleElement().satisfies(p -> {
            assertThat(p.line()).isEqualTo(3);
            assertThat(p.variable()).isEqualTo("wich");
            assertThat(p.sentence()).isEqualTo("There is nothing called wich here.");
        });
    }

    @Test
    void whatFailsAtAValueNamesTheLineAndTheVariable() {
        Template template = template("one\ntwo {{ name|nth(1) }}\n", Variable.required("name", VariableType.TEXT));

        assertThat(refused(template, Map.of("name", "not an address")))
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.line()).isEqualTo(2);
                    assertThat(p.variable()).isEqualTo("name");
                    assertThat(p.sentence()).contains("The line uses name.");
                });
    }

    @ParameterizedTest
    @ValueSource(strings = {"{% if x %}\nline", "{{ x", "{% for a %}{% endfor %}", "{% nonsense %}", "{{ x + }}"})
    void aTextThatCanNotBeReadIsRefused(String text) {
        Template template = template("first\n" + text, Variable.required("x", VariableType.TEXT));

        assertThat(engine.problems(template).size()
                        + refused(template, Map.of("x", "1")).size())
                .isPositive();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{% include 'other' %}",
                "{% import 'other' as o %}",
                "{{ device.getClass() }}",
                "{{ ''.class.forName('java.lang.Runtime') }}",
                "{% for a in range(250) %}{% for b in range(250) %}{% for c in range(250) %}x{% endfor %}{% endfor %}{% endfor %}",
                "{% macro m() %}{{ m() }}{% endmacro %}{{ m() }}",
            })
    void aTemplateReachesNothingOutsideAndEnds(String text) {
        assertThat(refused(template(text), Map.of())).isNotEmpty();
    }

    @Test
    void aValueIsNeverReadAsATemplate() {
        Template template = template("description {{ note }}", Variable.required("note", VariableType.TEXT));

        assertThat(lines(template, Map.of("note", "{{ device.name }} {% include 'x' %}")))
                .isEqualTo("description {{ device.name }} {% include 'x' %}\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "ADDRESS | 10.77.40.2 | true",
                "ADDRESS | 10.77.40.2/24 | false",
                "ADDRESS | 10.77.40.256 | false",
                "INTERFACE_ADDRESS | 10.77.40.2/24 | true",
                "INTERFACE_ADDRESS | 10.77.40.2 | false",
                "PREFIX | 10.77.40.0/24 | true",
                "PREFIX | 10.77.40.2/24 | false",
                "VLAN | 4094 | true",
                "VLAN | 0 | false",
                "VLAN | 4095 | false",
                "INTERFACE | ge2 | true",
                "INTERFACE | ge3 | false",
                "NUMBER | -7 | true",
                "NUMBER | 7.5 | false",
                "TEXT | anything goes | true",
            })
    void valuesAreCheckedByTheirType(VariableType type, String value, boolean fits) {
        Template template = template("{{ x }}", Variable.required("x", type));

        Rendered rendered = engine.render(template, COMMANDS, Map.of("x", value), GATEWAY);

        assertThat(rendered.isUsable()).isEqualTo(fits);
        if (!fits) {
            assertThat(rendered.problems()).singleElement().satisfies(p -> {
                assertThat(p.part()).isEqualTo(Part.VALUES);
                assertThat(p.variable()).isEqualTo("x");
                assertThat(p.sentence()).contains("has to be", value);
            });
        }
    }

    @Test
    void patternsChoicesBoundsAndPresetsCount() {
        Variable text = new Variable("t", VariableType.TEXT, "", "", true, "[A-Z]{2}-\\d+", List.of(), null, null, "");
        Variable choice =
                new Variable("c", VariableType.CHOICE, "", "on", true, "", List.of("on", "off"), null, null, "");
        Variable number = new Variable("n", VariableType.NUMBER, "", "", true, "", List.of(), 1L, 255L, "");
        Template template = template("{{ t }} {{ c }} {{ n }}", text, choice, number);

        assertThat(lines(template, Map.of("t", "AB-7", "n", "255"))).isEqualTo("AB-7 on 255\n");
        assertThat(refused(template, Map.of("t", "ab-7", "c", "maybe", "n", "256")))
                .extracting(TemplateProblem::sentence)
                .containsExactly(
                        "t has to be text on one line that matches [A-Z]{2}-\\d+, not \"ab-7\".",
                        "c has to be one of on, off, not \"maybe\".",
                        "n has to be a whole number from 1 to 255, not \"256\".");
        assertThat(refused(template, Map.of("n", "1")))
                .extracting(TemplateProblem::sentence)
                .containsExactly("A value is missing for t.");
    }

    @Test
    void aSecretIsNeverRepeatedInASentenceAndNoValueBringsInALine() {
        Template template = template("key {{ key }}", Variable.required("key", VariableType.SECRET));

        assertThat(refused(template, Map.of("key", "harbour\nno interface ge1")))
                .singleElement()
                .satisfies(p -> assertThat(p.sentence()).doesNotContain("harbour"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "INDENTED | true | a \\ <b> & \"c\" | a \\ <b> & \"c\"",
                "XML | true | a \\ <b> & \"c\" | a \\\\ <b> & \"c\"",
                "XML | false | a \\ <b> & \"c\" | a \\ &lt;b&gt; &amp; &quot;c&quot;",
                "JSON | false | a \\ <b> & \"c\" | a \\\\ <b> & \\\"c\\\"",
            })
    void aValueIsWrittenAsItsPlaceWantsIt(Format format, boolean lines, String value, String written) {
        Notation notation = new Notation(format, lines);
        Template template = template("x {{ t }}", Variable.required("t", VariableType.TEXT));

        assertThat(engine.render(template, notation, Map.of("t", value), GATEWAY)
                        .lines())
                .isEqualTo("x " + written + "\n");
    }

    @Test
    void theUndoPartGetsTheSameValuesAndNamesItsOwnLines() {
        Variable key = Variable.required("old_key", VariableType.SECRET);

        Rendered rendered = engine.render(
                new Template("no key", "key {{ old_key }}", List.of(key)),
                COMMANDS,
                Map.of("old_key", "tide"),
                GATEWAY);
        assertThat(rendered.undo()).isEqualTo("key tide\n");

        assertThat(engine.problems(new Template("no key", "\nkey {{ oldkey }}", List.of(key))))
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.part()).isEqualTo(Part.UNDO);
                    assertThat(p.line()).isEqualTo(2);
                });
    }

    @Test
    void howVariablesAreDescribedIsChecked() {
        assertThat(engine.problems(template(
                        "{{ a }}",
                        new Variable("a", VariableType.TEXT, "", "", true, "[", List.of(), null, null, ""),
                        new Variable("a", VariableType.CHOICE, "", "", true, "", List.of(), null, null, ""),
                        new Variable("Bad Name", VariableType.TEXT, "", "", true, "", List.of(), null, null, ""),
                        new Variable("device", VariableType.TEXT, "", "", true, "", List.of(), null, null, ""),
                        new Variable("n", VariableType.NUMBER, "", "300", true, "", List.of(), 1L, 255L, ""),
                        new Variable("s", VariableType.SECRET, "", "tide", true, "", List.of(), null, null, ""))))
                .extracting(TemplateProblem::sentence)
                .hasSize(7);
    }

    @Test
    void namesAreFoundWithoutThoseThatTheTemplateSetsItself() {
        assertThat(engine.namesIn("""
                        {# a {{ comment }} #}
                        {% set base = start + 1 %}
                        {% for port in ports.split(',') %}
                        {{ port|trim }} {{ base }} {{ other if flag == 'yes' else "no {{ thing }}" }}
                        {% endfor %}
                        {{ loop }} {{ device.name }}
                        """)).containsExactly("start", "ports", "other", "flag");
        assertThat(engine.unused(template("{{ a }}", Variable.required("b", VariableType.TEXT))))
                .containsExactly("b");
    }
}
