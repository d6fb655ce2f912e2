package io.safestep.app.record.heads;

/** Where heads of the record are written. */
public enum HeadPlace {
    /** A line at the end of a file on the server. */
    FILE,
    /** A mail to people. */
    MAIL,
    /** A message to a log server. */
    SYSLOG
}
