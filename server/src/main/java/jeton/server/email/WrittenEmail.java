package jeton.server.email;

/** An email as one reader gets it. */
public record WrittenEmail(String subject, String preview, String html, String plain) {}
