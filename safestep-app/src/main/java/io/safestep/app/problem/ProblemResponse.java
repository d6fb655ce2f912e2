package io.safestep.app.problem;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.MediaType;

/** Writes a problem detail (RFC 9457) where a request is refused before it reaches a controller. */
public final class ProblemResponse {

    private ProblemResponse() {}

    public static void write(HttpServletResponse response, ProblemException problem) throws IOException {
        write(response, problem.status().value(), problem.type(), problem.getMessage());
    }

    /** @param detail a sentence without double quotes */
    public static void write(HttpServletResponse response, int status, String type, String detail) throws IOException {
        response.setStatus(status);
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getWriter()
                .write("{\"type\":\"urn:safestep:problem:%s\",\"status\":%d,\"detail\":\"%s\"}"
                        .formatted(type, status, detail));
    }
}
