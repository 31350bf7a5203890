<script setup lang="ts">
/** An address of the desk that leads nowhere. */
</script>

<template>
  <div class="work__one">
    <p>There is no such page at the desk. <RouterLink to="/desk">Go to Today</RouterLink></p>
  </div>
</template>
