package chaperone.server.export;

import org.eclipse.jgit.transport.CredentialItem;
import org.eclipse.jgit.transport.CredentialsProvider;
import org.eclipse.jgit.transport.URIish;

/** Answers whoever asks for an account and its password; to all other questions it says nothing. */
final class OnePassword extends CredentialsProvider {
    private final String account;
    private final String password;

    OnePassword(String account, String password) {
        this.account = account;
        this.password = password;
    }

    /** SSH asks nobody for a password who is not. */
    @Override
    public boolean isInteractive() {
        return true;
    }

    @Override
    public boolean supports(CredentialItem... items) {
        for (CredentialItem item : items) if (!isKnown(item)) return false;
        return true;
    }

    private static boolean isKnown(CredentialItem item) {
        return item instanceof CredentialItem.Username
                || item instanceof CredentialItem.Password
                || item instanceof CredentialItem.StringType
                || item instanceof CredentialItem.InformationalMessage;
    }

    @Override
    public boolean get(URIish uri, CredentialItem... items) {
        for (CredentialItem item : items) {
            if (item instanceof CredentialItem.Username name) name.setValue(account);
            else if (item instanceof CredentialItem.Password asked) asked.setValue(password.toCharArray());
            else if (item instanceof CredentialItem.StringType text) text.setValue(password);
            else if (!isKnown(item)) return false;
        }
        return true;
    }
}
