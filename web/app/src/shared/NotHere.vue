<template>
  <main class="page stack">
    <h1>There is nothing at this address</h1>
    <p>It may have been removed, or the address is mistyped.</p>
    <p class="alone"><router-link to="/today">Go to Today</router-link></p>
  </main>
</template>
