package io.safestep.app.backup.stored;

import io.safestep.app.device.Device;
import io.safestep.app.device.Devices;
import io.safestep.app.device.PlatformChanged;
import io.safestep.app.platform.Platforms;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.tree.ConfigSyntaxException;
import io.safestep.core.config.tree.ConfigTree;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/** Stored configurations in the language of their devices, one or many at once. */
@Component
public class StoredTrees {

    private static final Logger LOG = LoggerFactory.getLogger(StoredTrees.class);

    private final BackupRepository repository;
    private final ConfigContents contents;
    private final Devices devices;
    private final Platforms platforms;
    private final TransactionTemplate transaction;
    private final KeptTrees kept = new KeptTrees();
    private final Object preparing = new Object();

    public StoredTrees(
            BackupRepository repository,
            ConfigContents contents,
            Devices devices,
            Platforms platforms,
            TransactionTemplate transaction) {
        this.repository = repository;
        this.contents = contents;
        this.devices = devices;
        this.platforms = platforms;
        this.transaction = transaction;
    }

    private record Stored(long backupId, Device device, ConfigEngine engine, String text) {
        public KeptTrees.Read read() {
            try {
                return new KeptTrees.Read(engine.read(text), (int) text.lines().count());
            } catch (ConfigSyntaxException e) {
                throw new UnreadableVersion(device.name(), device.platform(), e);
            }
        }
    }

    @TransactionalEventListener
    void on(PlatformChanged event) {
        kept.forget();
    }

    public ConfigTree read(long backupId) {
        return one(backupId).read().tree();
    }

    public ConfigTree kept(long backupId) {
        return kept.of(backupId, () -> one(backupId).read());
    }

    public boolean haveRoom() {
        return kept.haveRoom();
    }

    /**
     * Texts are fetched here and read by all processors: reading needs no connection that somebody else waits for. Who comes
     * while another does the same waits for that, with a connection in hand, so that the other never waits for one of his.
     */
    public void prepare(Collection<Long> backupIds) {
        transaction.executeWithoutResult(t -> {
            synchronized (preparing) {
                Set<Long> missing = kept.missing(backupIds);
                if (!missing.isEmpty()) {
                    stored(missing).parallelStream().forEach(this::keep);
                }
            }
        });
    }

    private void keep(Stored stored) {
        try {
            kept.of(stored.backupId(), stored::read);
        } catch (ConfigSyntaxException e) {
            LOG.debug("Version {} can't be read: {}", stored.backupId(), e.getMessage());
        }
    }

    private Stored one(long backupId) {
        return transaction.execute(t -> {
            Backup backup = repository.findById(backupId).orElseThrow(() -> ProblemException.notFound("This backup"));
            Device device = devices.withId(backup.deviceId());
            return new Stored(backupId, device, platforms.engine(device.platform()), contents.text(backup.hash()));
        });
    }

    private List<Stored> stored(Set<Long> backupIds) {
        List<Backup> backups = repository.findAllById(backupIds);
        Map<String, String> texts =
                contents.texts(backups.stream().map(Backup::hash).collect(Collectors.toSet()));
        Map<Long, Device> byId =
                devices.withIds(backups.stream().map(Backup::deviceId).collect(Collectors.toSet())).stream()
                        .collect(Collectors.toMap(Device::id, Function.identity()));
        List<Stored> stored = new ArrayList<>();
        for (Backup backup : backups) {
            Device device = byId.get(backup.deviceId());
            String text = texts.get(backup.hash());
            if (device != null && text != null) {
                stored.add(new Stored(backup.id(), device, platforms.engine(device.platform()), text));
            }
        }
        return stored;
    }
}
