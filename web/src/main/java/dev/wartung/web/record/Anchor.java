package dev.wartung.web.record;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.time.Instant;
import java.util.Base64;
import java.util.Optional;
import org.apache.commons.codec.digest.DigestUtils;

/**
 * Where both chains ended at a moment, as a line that is signed and kept outside the database: whoever cuts the end off
 * a chain, or writes all of it anew, cannot make it agree with a line that is out of reach.
 *
 * @param at      when it was written
 * @param restored a backup was put in the place of what was there: what lines before say of later is not held against it
 * @param records how many records there were
 * @param record  hash of the last one
 * @param entries how many entries the audit trail had
 * @param entry   hash of the last one
 */
record Anchor(Instant at, boolean restored, long records, String record, long entries, String entry) {

    private static final String ALGORITHM = "Ed25519";
    private static final String USUAL = "wartung-anchor-1";
    private static final String RESTORED = "wartung-restored-1";
    private static final int WORDS = 12;

    /** The two halves of the key that lines are signed with. */
    record Keys(Optional<PrivateKey> signing, PublicKey checking) {

        /** The beginning of the SHA-256 of the public half: by what a line names its key. */
        String name() {
            return DigestUtils.sha256Hex(checking.getEncoded()).substring(0, 16);
        }

        /**
         * The key pair kept in a file, made at the first call; only its owner may read it. The public half lies beside
         * it, under its name and {@code .pub}.
         *
         * @throws UncheckedIOException if it cannot be read or made
         */
        static Keys in(Path file) {
            try {
                if (!Files.exists(file)) {
                    make(file);
                }
                KeyFactory factory = KeyFactory.getInstance(ALGORITHM);
                return new Keys(
                        Optional.of(factory.generatePrivate(new PKCS8EncodedKeySpec(pem(file)))),
                        publicHalf(Files.readString(beside(file))));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException("the key in " + file.getFileName() + " is not one", e);
            }
        }

        /** The public half, as it is written in a file. */
        String publicPem() {
            return pem("PUBLIC", checking.getEncoded());
        }

        /** The public half alone, as it is written in a file. */
        static PublicKey publicHalf(String pem) throws GeneralSecurityException {
            return KeyFactory.getInstance(ALGORITHM).generatePublic(new X509EncodedKeySpec(decoded(pem)));
        }

        static Path beside(Path file) {
            return file.resolveSibling(file.getFileName() + ".pub");
        }

        private static void make(Path file) throws IOException, GeneralSecurityException {
            KeyPair made = KeyPairGenerator.getInstance(ALGORITHM).generateKeyPair();
            Path part = Files.createTempFile(
                    file.toAbsolutePath().getParent(),
                    "key",
                    "",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(part, pem("PRIVATE", made.getPrivate().getEncoded()));
            Files.writeString(beside(file), pem("PUBLIC", made.getPublic().getEncoded()));
            try {
                Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
            } catch (FileAlreadyExistsException e) {
                Files.delete(part);
            }
        }

        private static String pem(String what, byte[] encoded) {
            return "-----BEGIN " + what + " KEY-----\n" + Base64.getEncoder().encodeToString(encoded) + "\n-----END "
                    + what + " KEY-----\n";
        }

        private static byte[] pem(Path file) throws IOException {
            return decoded(Files.readString(file));
        }

        private static byte[] decoded(String pem) {
            return Base64.getMimeDecoder().decode(pem.replaceAll("-----[A-Z ]+-----", ""));
        }
    }

    Anchor afterRestore() {
        return new Anchor(at, true, records, record, entries, entry);
    }

    /** What is signed. */
    private String text() {
        return (restored ? RESTORED : USUAL) + " " + at + " records " + records + " " + record + " entries " + entries
                + " " + entry;
    }

    /** The line, signed. */
    String signed(Keys keys) {
        try {
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initSign(keys.signing().orElseThrow());
            signature.update(text().getBytes(StandardCharsets.UTF_8));
            return text() + " key " + keys.name() + " signature "
                    + Base64.getEncoder().encodeToString(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** By what a line names its key; empty if it is no such line. */
    static String keyOf(String line) {
        String[] words = line.strip().split(" ");
        return words.length == WORDS ? words[9] : "";
    }

    /**
     * Reads a line.
     *
     * @return empty if it is no such line, or not signed with that key
     */
    static Optional<Anchor> read(String line, PublicKey key) {
        String[] words = line.strip().split(" ");
        if (words.length != WORDS || !(words[0].equals(USUAL) || words[0].equals(RESTORED))) {
            return Optional.empty();
        }
        try {
            Anchor said = new Anchor(
                    Instant.parse(words[1]),
                    words[0].equals(RESTORED),
                    Long.parseLong(words[3]),
                    words[4],
                    Long.parseLong(words[6]),
                    words[7]);
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initVerify(key);
            signature.update(said.text().getBytes(StandardCharsets.UTF_8));
            return signature.verify(Base64.getDecoder().decode(words[11])) ? Optional.of(said) : Optional.empty();
        } catch (GeneralSecurityException | RuntimeException e) {
            return Optional.empty();
        }
    }
}
