/** Addresses of programs elsewhere that we ask or tell something (H1). */
package jeton.core.outside;
