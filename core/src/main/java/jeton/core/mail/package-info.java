/** How emails leave: what a mail server's answer means, and when a failed email is tried again. */
package jeton.core.mail;
