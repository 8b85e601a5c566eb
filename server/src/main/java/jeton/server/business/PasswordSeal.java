package jeton.server.business;

/**
 * Keeps the mail server's password unreadable in the database; given by the capability that can.
 */
public interface PasswordSeal {

  String seal(String password);

  String open(String kept);
}
