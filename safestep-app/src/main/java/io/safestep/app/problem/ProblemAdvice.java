package io.safestep.app.problem;

import io.safestep.core.config.tree.ConfigSyntaxException;
import java.net.URI;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.util.ClassUtils;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns everything that goes wrong in a request into a problem detail with a sentence that helps. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler(ProblemException.class)
    ResponseEntity<ProblemDetail> known(ProblemException e) {
        return answer(e.status(), e.type(), e.getMessage(), e.errors());
    }

    /** What a person writes is read where each line can be marked; this is a text that was there before. */
    @ExceptionHandler(ConfigSyntaxException.class)
    ResponseEntity<ProblemDetail> unreadable(ConfigSyntaxException e) {
        return known(ProblemException.refused(e.reason()));
    }

    @ExceptionHandler(AccessDeniedException.class)
    ResponseEntity<ProblemDetail> denied(AccessDeniedException e) {
        return answer(
                HttpStatus.FORBIDDEN,
                "forbidden",
                "Your roles do not allow this. An administrator can give you the right.",
                List.of());
    }

    @ExceptionHandler(ConcurrencyFailureException.class)
    ResponseEntity<ProblemDetail> concurrent(ConcurrencyFailureException e) {
        return answer(
                HttpStatus.CONFLICT,
                "moved",
                "Somebody else changed this at the same moment. Load it again and look before you repeat.",
                List.of());
    }

    @ExceptionHandler(Exception.class)
    ResponseEntity<ProblemDetail> unexpected(Exception e) {
        Optional<ProblemException> database = DatabaseProblem.of(e);
        if (database.isPresent()) {
            LOG.error("The database can't store: {}", e.getMessage());
            return known(database.get());
        }
        Optional<ProblemException> refusal = DatabaseProblem.refusal(e);
        if (refusal.isPresent()) {
            // What comes before the cause may hold the values of a whole batch.
            LOG.info(
                    "Not stored: {}",
                    NestedExceptionUtils.getMostSpecificCause(e).getMessage());
            return known(refusal.get());
        }
        String reference = UUID.randomUUID().toString().substring(0, 8);
        LOG.error("Unexpected error, reference {}", reference, e);
        return answer(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "unexpected",
                "Something went wrong inside Safe Step. Nothing more was done. The log has it under reference "
                        + reference + ".",
                List.of());
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        Object read = e.getBindingResult().getTarget();
        Class<?> type = read == null ? null : read.getClass();
        List<FieldError> errors = e.getBindingResult().getFieldErrors().stream()
                .map(f -> FieldError.of(
                        WrittenFields.named(type, f.getField()),
                        f.isBindingFailure()
                                ? "“" + f.getRejectedValue() + "” can't stand here."
                                : Objects.requireNonNullElse(f.getDefaultMessage(), "This can't be taken.")))
                .toList();
        ResponseEntity<ProblemDetail> answer = known(ProblemException.invalid(errors));
        return new ResponseEntity<>(answer.getBody(), answer.getStatusCode());
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ResponseEntity<ProblemDetail> answer = answer(
                HttpStatus.BAD_REQUEST,
                "not-readable",
                "The request is not the JSON that is expected here. /api/openapi.json describes it.",
                List.of());
        return new ResponseEntity<>(answer.getBody(), answer.getStatusCode());
    }

    /** A word in the address where a number or a known word stands, as CR-1003 in place of 1003. */
    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        boolean number = e.getRequiredType() != null
                && Number.class.isAssignableFrom(ClassUtils.resolvePrimitiveIfNecessary(e.getRequiredType()));
        ResponseEntity<ProblemDetail> answer = answer(
                HttpStatus.BAD_REQUEST,
                "not-readable",
                "“" + e.getValue() + "” can't stand in this address"
                        + (number ? ": a number is expected there, of CR-1003 for example 1003." : "."),
                List.of());
        return new ResponseEntity<>(answer.getBody(), answer.getStatusCode());
    }

    private static ResponseEntity<ProblemDetail> answer(
            HttpStatus status, String type, String detail, List<FieldError> errors) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setType(URI.create("urn:safestep:problem:" + type));
        problem.setTitle(status.getReasonPhrase());
        if (!errors.isEmpty()) {
            problem.setProperty("errors", errors);
        }
        return ResponseEntity.status(status).body(problem);
    }
}
