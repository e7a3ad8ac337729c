package chaperone.standins.network;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.Signature;

/** Writes the smallest certificate that there is (RFC 5280, version 1, DER), signed by its own key. */
final class SelfSigned {
    private static final int INTEGER = 0x02, BIT_STRING = 0x03, UTF8 = 0x0C, SEQUENCE = 0x30, SET = 0x31, TIME = 0x17;
    /** 1.2.840.10045.4.3.2, ecdsa-with-SHA256 (RFC 5758). */
    private static final byte[] ECDSA_WITH_SHA256 = {0x06, 0x08, 0x2A, (byte) 0x86, 0x48, (byte) 0xCE, 0x3D, 4, 3, 2};
    /** 2.5.4.3, the common name (RFC 5280, appendix A). */
    private static final byte[] COMMON_NAME = {0x06, 0x03, 0x55, 0x04, 0x03};

    private SelfSigned() {}

    static byte[] certificate(KeyPair key, String name) throws GeneralSecurityException {
        byte[] algorithm = der(SEQUENCE, ECDSA_WITH_SHA256);
        byte[] common = der(SEQUENCE, COMMON_NAME, der(UTF8, name.getBytes(StandardCharsets.UTF_8)));
        byte[] subject = der(SEQUENCE, der(SET, common));
        byte[] validity = der(SEQUENCE, time("200101000000Z"), time("491231235959Z"));
        byte[] body = der(
                SEQUENCE,
                der(INTEGER, new byte[] {1}),
                algorithm,
                subject,
                validity,
                subject,
                key.getPublic().getEncoded());
        Signature signature = Signature.getInstance("SHA256withECDSA");
        signature.initSign(key.getPrivate());
        signature.update(body);
        return der(SEQUENCE, body, algorithm, der(BIT_STRING, new byte[] {0}, signature.sign()));
    }

    private static byte[] time(String text) {
        return der(TIME, text.getBytes(StandardCharsets.US_ASCII));
    }

    private static byte[] der(int tag, byte[]... parts) {
        ByteArrayOutputStream content = new ByteArrayOutputStream();
        for (byte[] part : parts) content.writeBytes(part);
        int length = content.size();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(tag);
        if (length >= 0x100) {
            out.write(0x82);
            out.write(length >> 8);
        } else if (length >= 0x80) {
            out.write(0x81);
        }
        out.write(length);
        out.writeBytes(content.toByteArray());
        return out.toByteArray();
    }
}
