package chaperone.server.callable;

import chaperone.server.problem.ProblemException;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;

/** Certificates of authorities in the textual form of RFC 7468, one after the other; text between them is a remark. */
final class CertificateAuthorities {
    private static final String BEGIN = "-----BEGIN CERTIFICATE-----", END = "-----END CERTIFICATE-----";
    private static final int MOST = 50;

    private CertificateAuthorities() {}

    /** @throws ProblemException with the line at which a certificate begins that is none, or not one of an authority */
    static List<X509Certificate> read(String text) {
        List<X509Certificate> read = new ArrayList<>();
        List<String> lines = text.lines().map(String::strip).toList();
        int begin = -1;
        for (int line = 0; line < lines.size(); line++) {
            String each = lines.get(line);
            if (each.equals(BEGIN) && begin < 0) begin = line;
            else if (each.equals(END) && begin >= 0) {
                read.add(certificate(lines.subList(begin, line + 1), begin));
                if (read.size() > MOST) throw malformed(begin, "more than " + MOST + " certificates");
                begin = -1;
            } else if (each.startsWith("-----")) {
                throw malformed(line, "neither the beginning nor the end of a certificate is expected here");
            }
        }
        if (begin >= 0) throw malformed(begin, "the certificate that begins here does not end");
        if (read.isEmpty() && !text.isBlank()) throw malformed(0, "no line says " + BEGIN);
        return List.copyOf(read);
    }

    private static X509Certificate certificate(List<String> lines, int begin) {
        byte[] pem = String.join("\n", lines).getBytes(StandardCharsets.UTF_8);
        X509Certificate certificate;
        try {
            certificate = (X509Certificate)
                    CertificateFactory.getInstance("X.509").generateCertificate(new ByteArrayInputStream(pem));
        } catch (CertificateException e) {
            throw malformed(begin, "the certificate that begins here cannot be read");
        }
        // RFC 5280, 4.2.1.9: -1 says that it may sign none.
        if (certificate.getBasicConstraints() < 0) {
            throw malformed(begin, "the certificate that begins here is not one of an authority");
        }
        return certificate;
    }

    private static ProblemException malformed(int line, String why) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "malformed-certificate",
                "Authorities, line " + (line + 1) + ": " + why + ".",
                "Nothing was kept. Paste the certificates of the authorities in PEM form.",
                Map.of("field", "authorities", "line", line));
    }
}
