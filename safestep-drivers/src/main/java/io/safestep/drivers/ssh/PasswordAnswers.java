package io.safestep.drivers.ssh;

import java.util.List;
import org.apache.sshd.client.auth.keyboard.UserInteraction;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.jspecify.annotations.Nullable;

/**
 * Answers the questions of keyboard-interactive log-ins (RFC 4256): the password where one hidden answer is wanted, in
 * whatever words. What is wanted in clear, or more than once, is not answered.
 */
final class PasswordAnswers implements UserInteraction {

    static final AttributeKey<String> PASSWORD = new AttributeKey<>();

    @Override
    public boolean isInteractionAllowed(ClientSession session) {
        return true;
    }

    @Override
    public String @Nullable [] interactive(
            ClientSession session, String name, String instruction, String language, String[] prompts, boolean[] echo) {
        if (prompts.length == 0) {
            return new String[0];
        }
        return prompts.length == 1 && !echo[0] ? new String[] {session.getAttribute(PASSWORD)} : null;
    }

    @Override
    public @Nullable String getUpdatedPassword(ClientSession session, String prompt, String language) {
        return null;
    }

    @Override
    public void welcome(ClientSession session, String banner, String language) {
        // A banner is for people.
    }

    @Override
    public void serverVersionInfo(ClientSession session, List<String> lines) {
        // Nothing depends on it.
    }
}
