<script setup lang="ts">
/** An address of the desk that leads nowhere. */
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);
</script>

<template>
  <div class="work__one">
    <p>
      {{ says.noSuchPageHere }} <RouterLink to="/desk">{{ says.goToToday }}</RouterLink>
    </p>
  </div>
</template>
