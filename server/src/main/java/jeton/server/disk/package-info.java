/** What is on the disk for good, also when the power is lost a moment later. */
package jeton.server.disk;
