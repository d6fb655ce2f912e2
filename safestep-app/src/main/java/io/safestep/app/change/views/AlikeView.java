package io.safestep.app.change.views;

import io.safestep.app.sight.Sight;
import io.safestep.core.alike.CommonText;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Devices of a change that get the same script but for some values. Secrets are masked.
 *
 * @param devices their names
 * @param script what is sent to each of them; <code>{{ name }}</code> stands for a value that differs. Empty when there is
 *     nothing to send
 * @param commands how many commands that are
 * @param variables the values that differ
 * @param unproven those of them whose undo is not proven
 */
public record AlikeView(
        List<String> devices, String script, int commands, List<CommonText.Variable> variables, List<String> unproven) {

    /** With the devices that somebody sees, and the values that are theirs; with no devices when they see none. */
    public AlikeView told(Sight sight) {
        List<Integer> places = IntStream.range(0, devices.size())
                .filter(i -> sight.reads(devices.get(i)))
                .boxed()
                .toList();
        return new AlikeView(
                places.stream().map(devices::get).toList(),
                script,
                commands,
                variables.stream()
                        .map(v -> new CommonText.Variable(
                                v.name(), places.stream().map(v.values()::get).toList()))
                        .toList(),
                sight.seen(unproven));
    }
}
