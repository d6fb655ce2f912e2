package io.safestep.cli;

import io.safestep.core.record.ExportProof;
import io.safestep.core.record.ExportVerdict;
import io.safestep.core.record.RecordHead;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintWriter;
import java.io.Reader;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "verify",
        description = "Proves an exported record (JSON lines): that no entry was altered, added or left out.",
        mixinStandardHelpOptions = true,
        exitCodeListHeading = "Exit codes:%n",
        exitCodeList = {
            "0:everything in the file is as it was written",
            "1:a file is missing or can't be read",
            "2:the command line is wrong",
            "3:the file is not as it was written, or is no record"
        })
final class RecordVerifyCommand implements Callable<Integer> {

    private static final int NOT_PROVEN = 3;

    /** Longer than any line that is written: 500 hashes, or an entry. */
    private static final int LONGEST_LINE = 16 * 1024 * 1024;

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "The exported record.")
    private Path file;

    @Option(
            names = "--head",
            paramLabel = "NUMBER:HASH",
            description = "A head that was kept elsewhere, for example from a mail. May be given several times.")
    private List<String> heads = new ArrayList<>();

    @Option(
            names = "--heads",
            paramLabel = "FILE",
            description = "A file with heads, a line for each, as Safe Step writes them.")
    private @Nullable Path headFile;

    @Override
    public Integer call() {
        ExportProof proof = new ExportProof(kept());
        try (Reader reader = text(file)) {
            StringBuilder line = new StringBuilder();
            char[] part = new char[64 * 1024];
            for (int length = reader.read(part); length >= 0; length = reader.read(part)) {
                for (int i = 0; i < length; i++) {
                    if (part[i] == '\n') {
                        proof.line(line.toString());
                        line.setLength(0);
                    } else if (line.length() == LONGEST_LINE) {
                        throw new InputException(file + " has a line that is longer than any of a record.");
                    } else {
                        line.append(part[i]);
                    }
                }
            }
            if (!line.isEmpty()) {
                proof.rest();
            }
        } catch (CharacterCodingException e) {
            return told(new ExportVerdict(
                    false,
                    List.of("The file is no text in UTF-8: something was altered, or it is no record."),
                    List.of()));
        } catch (IOException e) {
            throw unreadable(file, e);
        }
        return told(proof.end());
    }

    private int told(ExportVerdict verdict) {
        PrintWriter out = spec.commandLine().getOut();
        verdict.told().forEach(out::println);
        verdict.wrong().forEach(sentence -> out.println("NOT PROVEN. " + sentence));
        if (verdict.proven()) {
            out.println("PROVEN. No entry was altered, added or left out.");
        }
        out.flush();
        return verdict.proven() ? 0 : NOT_PROVEN;
    }

    private List<RecordHead> kept() {
        List<RecordHead> kept = new ArrayList<>();
        for (String head : heads) {
            kept.add(RecordHead.read(head)
                    .orElseThrow(
                            () -> new InputException("--head is the number of an entry, a colon, and its hash of 64"
                                    + " hexadecimal digits, not " + head + ".")));
        }
        if (headFile != null) {
            try (BufferedReader reader = new BufferedReader(text(headFile))) {
                for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                    RecordHead.read(line).ifPresent(kept::add);
                }
            } catch (IOException e) {
                throw unreadable(headFile, e);
            }
            if (kept.isEmpty()) {
                throw new InputException(headFile + " holds no head: a line with a number and a hash.");
            }
        }
        return kept;
    }

    /** Strict: what is no UTF-8 is not replaced by something that is. */
    private static Reader text(Path path) throws IOException {
        return new InputStreamReader(
                Files.newInputStream(path),
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT));
    }

    private static InputException unreadable(Path path, IOException e) {
        return new InputException(
                e instanceof NoSuchFileException
                        ? "There is no file " + path + "."
                        : "The file " + path + " can't be read: " + e.getMessage());
    }
}
