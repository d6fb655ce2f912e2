package io.safestep.app.people.passkey;

import io.safestep.app.problem.ProblemException;
import java.util.Arrays;
import java.util.Map;
import org.springframework.security.web.webauthn.api.AuthenticatorAssertionResponse;
import org.springframework.security.web.webauthn.api.AuthenticatorAttestationResponse;
import org.springframework.security.web.webauthn.api.PublicKeyCredential;
import org.springframework.security.web.webauthn.jackson.WebauthnJacksonModule;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What goes between server and browser about passkeys, in the form of the standard (Web Authentication Level 3, sections 5.1.8 to 5.1.10). */
final class PasskeyJson {

    private static final JsonMapper JSON =
            JsonMapper.builder().addModule(new WebauthnJacksonModule()).build();
    private static final TypeReference<Map<String, Object>> OBJECT = new TypeReference<>() {};
    private static final TypeReference<PublicKeyCredential<AuthenticatorAttestationResponse>> MADE =
            new TypeReference<>() {};
    private static final TypeReference<PublicKeyCredential<AuthenticatorAssertionResponse>> SIGNED =
            new TypeReference<>() {};

    private PasskeyJson() {}

    static Map<String, Object> told(Object options) {
        return JSON.convertValue(options, OBJECT);
    }

    static PublicKeyCredential<AuthenticatorAttestationResponse> made(Map<String, Object> credential) {
        return read(credential, MADE, "clientDataJSON", "attestationObject");
    }

    static PublicKeyCredential<AuthenticatorAssertionResponse> signed(Map<String, Object> credential) {
        return read(credential, SIGNED, "clientDataJSON", "authenticatorData", "signature");
    }

    private static <T> T read(Map<String, Object> credential, TypeReference<T> type, String... parts) {
        boolean whole = credential.get("rawId") instanceof String
                && credential.get("response") instanceof Map<?, ?> response
                && Arrays.stream(parts).allMatch(part -> response.get(part) instanceof String);
        if (!whole) {
            throw noPasskey();
        }
        try {
            return JSON.readValue(JSON.writeValueAsString(credential), type);
        } catch (JacksonException | IllegalArgumentException e) {
            throw noPasskey();
        }
    }

    private static ProblemException noPasskey() {
        return ProblemException.invalid("credential", "This is not what a browser tells of a passkey.");
    }
}
