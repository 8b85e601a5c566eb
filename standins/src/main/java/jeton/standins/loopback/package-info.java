/** What stand-ins that speak HTTP on this machine have in common. */
package jeton.standins.loopback;
