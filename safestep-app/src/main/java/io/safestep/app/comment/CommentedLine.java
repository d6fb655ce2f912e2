package io.safestep.app.comment;

import java.util.List;

/**
 * A line of a difference.
 *
 * @param path the lines above it, outermost first; secrets masked
 * @param line its text; secrets masked
 */
public record CommentedLine(String device, Side side, List<String> path, String line) {}
