/** A name server of its own, for records that senders of mail should have. */
package jeton.standins.resolver;
