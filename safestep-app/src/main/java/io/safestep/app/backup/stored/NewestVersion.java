package io.safestep.app.backup.stored;

import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** The newest version of a configuration or file of a device, as it was when the database was asked. For one thread. */
public final class NewestVersion {

    private final long id;
    private final BackupKind kind;
    private final String file;
    private final String hash;
    private final Supplier<String> opening;
    private @Nullable String text;

    /**
     * @param file the name of the file in the platform profile; null for a configuration
     * @param opening opens the text, which is mostly not needed; throws when it is not what was stored
     */
    NewestVersion(long id, BackupKind kind, String file, String hash, Supplier<String> opening) {
        this.id = id;
        this.kind = kind;
        this.file = file;
        this.hash = hash;
        this.opening = opening;
    }

    public long id() {
        return id;
    }

    public BackupKind kind() {
        return kind;
    }

    public String hash() {
        return hash;
    }

    /** @throws IllegalStateException when what is stored no longer has the hash it was stored with */
    public String text() {
        if (text == null) {
            text = opening.get();
        }
        return text;
    }

    public boolean isOf(BackupKind kind, @Nullable String file) {
        return this.kind == kind && Objects.equals(this.file, file);
    }

    public boolean isOf(DeviceText text) {
        return isOf(text.kind(), text.file());
    }
}
