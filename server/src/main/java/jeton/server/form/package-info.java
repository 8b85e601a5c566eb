/** Forms: what visitors are asked, and the hosted page. */
package jeton.server.form;
