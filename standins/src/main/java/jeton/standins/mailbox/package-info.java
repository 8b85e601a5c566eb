/** A mailbox that stands in for everybody's: it takes any email over SMTP and shows it. */
package jeton.standins.mailbox;
