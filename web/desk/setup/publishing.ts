/** Purpose: whether the publish sheet is open, for whoever leads there. */
import { ref } from 'vue';

export const publishing = ref(false);
