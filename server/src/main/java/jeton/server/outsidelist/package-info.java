/** People handed on to list services elsewhere, and who left there (H2). */
package jeton.server.outsidelist;
