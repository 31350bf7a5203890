/** Purpose: the one line about the last act, at the foot of the work area. It stays until the next act. */
import { defineStore } from 'pinia';
import { ref } from 'vue';

export const useNotice = defineStore('notice', () => {
  const says = ref<string | null>(null);
  return { says };
});
