package io.safestep.app.change.views;

import io.safestep.core.alike.CommonText;
import java.util.List;

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
        List<String> devices,
        String script,
        int commands,
        List<CommonText.Variable> variables,
        List<String> unproven) {}
