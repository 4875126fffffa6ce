<template>
  <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
    <path d="M2 16c5 0 6-3 7-7 .7-3 2.5-6 6-6l4 2-4 .6c-1.6 2-1 4-2.5 7.4C11 17 7 19 2 19z" fill="currentColor" />
  </svg>
</template>
