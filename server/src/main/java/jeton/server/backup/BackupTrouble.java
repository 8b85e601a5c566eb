package jeton.server.backup;

/** Why a back-up cannot be made, trusted or put back, in words for the person at the keyboard. */
public final class BackupTrouble extends RuntimeException {
  private static final long serialVersionUID = 1L;

  BackupTrouble(String words) {
    super(words);
  }

  BackupTrouble(String words, Throwable cause) {
    super(words, cause);
  }
}
