package chaperone.connect;

/** What a log-in needs. Its text never shows the passwords. */
public record Login(String account, String password, String privilegedPassword) {
    @Override
    public String toString() {
        return "Login[" + account + "]";
    }
}
