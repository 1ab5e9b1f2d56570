package dev.wartung.web.record;

import java.io.IOException;
import java.io.UncheckedIOException;
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
import java.util.Base64;
import java.util.Optional;
import org.apache.commons.codec.digest.DigestUtils;

/**
 * The two halves of the key that this installation signs with: the lines of the anchors, and packs of qualification.
 *
 * @param signing  the secret half, where it is known
 * @param checking the public half
 */
public record Keys(Optional<PrivateKey> signing, PublicKey checking) {

    private static final String ALGORITHM = "Ed25519";

    /** The beginning of the SHA-256 of the public half: by what a line names its key. */
    public String name() {
        return DigestUtils.sha256Hex(checking.getEncoded()).substring(0, 16);
    }

    /**
     * The key pair kept in a file, made at the first call; only its owner may read it. The public half lies beside
     * it, under its name and {@code .pub}.
     *
     * @throws UncheckedIOException if it cannot be read or made
     */
    public static Keys in(Path file) {
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

    /**
     * Ed25519.
     *
     * @throws java.util.NoSuchElementException if the secret half is not known
     */
    public byte[] sign(byte[] text) {
        try {
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initSign(signing.orElseThrow());
            signature.update(text);
            return signature.sign();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whether a text was signed so with the secret half of a key. */
    public static boolean signed(byte[] text, byte[] how, PublicKey key) {
        try {
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initVerify(key);
            signature.update(text);
            return signature.verify(how);
        } catch (GeneralSecurityException e) {
            return false;
        }
    }

    /** The public half, as it is written in a file. */
    public String publicPem() {
        return pem("PUBLIC", checking.getEncoded());
    }

    /** The public half alone, as it is written in a file. */
    public static PublicKey publicHalf(String pem) throws GeneralSecurityException {
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
        return "-----BEGIN " + what + " KEY-----\n" + Base64.getEncoder().encodeToString(encoded) + "\n-----END " + what
                + " KEY-----\n";
    }

    private static byte[] pem(Path file) throws IOException {
        return decoded(Files.readString(file));
    }

    private static byte[] decoded(String pem) {
        return Base64.getMimeDecoder().decode(pem.replaceAll("-----[A-Z ]+-----", ""));
    }
}
