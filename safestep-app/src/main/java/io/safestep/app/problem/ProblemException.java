package io.safestep.app.problem;

import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpStatus;

/** Something that the person can put right. Reaches the API as a problem detail (RFC 9457). */
public class ProblemException extends RuntimeException {

    private final HttpStatus status;
    private final String type;
    private final transient List<FieldError> errors;

    private ProblemException(HttpStatus status, String type, String detail, List<FieldError> errors) {
        super(detail);
        this.status = status;
        this.type = type;
        this.errors = List.copyOf(errors);
    }

    /** The sentence for people; there always is one. */
    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }

    /** Something does not exist, or the person may not know that it does. */
    public static ProblemException notFound(String what) {
        return new ProblemException(HttpStatus.NOT_FOUND, "not-found", what + " does not exist.", List.of());
    }

    /** The request can't be taken as it is; each field error says why. */
    public static ProblemException invalid(List<FieldError> errors) {
        String detail = errors.size() == 1
                ? errors.get(0).message()
                : errors.size() + " things have to be put right, each is said beside its field.";
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, "invalid", detail, errors);
    }

    public static ProblemException invalid(String field, String message) {
        return invalid(List.of(FieldError.of(field, message)));
    }

    /** The database can't hold what was entered, and does not say in which field it is. */
    static ProblemException unstorable(String detail) {
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, "invalid", detail, List.of());
    }

    /** Somebody else was faster; look again. */
    public static ProblemException moved(String detail) {
        return new ProblemException(HttpStatus.CONFLICT, "moved", detail, List.of());
    }

    /** The state of things does not allow it. */
    public static ProblemException refused(String detail) {
        return new ProblemException(HttpStatus.CONFLICT, "refused", detail, List.of());
    }

    /** The person may not do this. */
    public static ProblemException forbidden(String detail) {
        return new ProblemException(HttpStatus.FORBIDDEN, "forbidden", detail, List.of());
    }

    public static ProblemException tooManyAttempts(String detail) {
        return new ProblemException(HttpStatus.TOO_MANY_REQUESTS, "too-many-attempts", detail, List.of());
    }

    public static ProblemException notSignedIn(String detail) {
        return new ProblemException(HttpStatus.UNAUTHORIZED, "not-signed-in", detail, List.of());
    }

    /** A device did not do what was asked of it. */
    public static ProblemException device(String detail) {
        return new ProblemException(HttpStatus.BAD_GATEWAY, "device", detail, List.of());
    }

    /** There is no room to store it. */
    static ProblemException noRoom(String detail) {
        return new ProblemException(HttpStatus.INSUFFICIENT_STORAGE, "no-room", detail, List.of());
    }

    HttpStatus status() {
        return status;
    }

    String type() {
        return type;
    }

    public List<FieldError> errors() {
        return errors;
    }
}
