package chaperone.server.credential;

/** A private key as somebody pasted it. Its text never shows it. */
record PrivateKeyText(String text, String passphrase) {
    @Override
    public String toString() {
        return "PrivateKeyText";
    }
}
