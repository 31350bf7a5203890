<script setup lang="ts">
/** The answers of a choice, in order; each may be marked as having no consequence on purpose. */
import { ref } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitButton from '../../kit/KitButton.vue';
import KitFile from '../../kit/KitFile.vue';
import KitOrder from '../../kit/KitOrder.vue';
import { calls, troubleOf } from '../base/calls';
import { reader } from '../base/reader';
import { joiningSays } from './joining.sentences';

type Choice = { id: string; label: string; idle?: boolean; picture?: string };
const says = joiningSays(reader);
const props = defineProps<{ choices: readonly Choice[]; pictured?: boolean; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [choices: Choice[]]; add: [] }>();

const change = (id: string, to: Partial<Choice>) =>
  emit(
    'change',
    props.choices.map((choice) => (choice.id === id ? { ...choice, ...to } : choice)),
  );
/** Whose picture could not be taken, and why. */
const refused = ref<{ id: string; says: string } | null>(null);
async function take(id: string, file: File): Promise<void> {
  refused.value = null;
  try {
    change(id, (await calls.pictures.forChoice({ picture: file })) as Partial<Choice>);
  } catch (error) {
    const { code, says: why } = troubleOf(error);
    refused.value = { id, says: code === 'no-picture' ? says.noPicture : why };
  }
}
const faultOf = (id: string) => props.faultAt(`.${props.choices.findIndex((choice) => choice.id === id)}.label`);
</script>

<template>
  <section>
    <div class="section-head section-head--thin">
      <h3>{{ says.choices }}</h3>
      <span class="section-head__count">{{ choices.length }}</span>
      <KitButton kind="link" class="section-head__note" @click="emit('add')">{{ says.addChoice }}</KitButton>
    </div>
    <p v-if="faultAt('')" class="field__fault">{{ faultAt('') }}</p>
    <KitOrder
      :items="choices"
      :name-of="(choice) => choice.label"
      :label="says.choices"
      @order="
        emit(
          'change',
          $event.map((id) => choices.find((choice) => choice.id === id)!),
        )
      "
    >
      <template #default="{ item: choice }">
        <div class="choice">
          <FieldInput
            :id="`choice-${choice.id}`"
            kind="text"
            :label="says.asRead"
            :model-value="choice.label"
            :bad="faultOf(choice.id) !== null"
            @update:model-value="change(choice.id, { label: $event })"
          />
          <template v-if="pictured">
            <img v-if="choice.picture" class="choice__picture" :src="choice.picture" alt="" width="40" height="40" />
            <KitFile
              accept="image/jpeg,image/png,image/webp,image/gif"
              :label="choice.picture ? says.otherPicture : says.addPicture"
              @file="take(choice.id, $event)"
            />
          </template>
          <VCheckbox
            class="kit-tick"
            :label="says.noConsequence"
            :model-value="choice.idle === true"
            @update:model-value="change(choice.id, { idle: $event ? true : undefined })"
          />
          <KitButton
            kind="link"
            :aria-label="says.takeOutNamed({ name: choice.label })"
            :disabled="choices.length <= 2"
            @click="
              emit(
                'change',
                choices.filter(({ id }) => id !== choice.id),
              )
            "
            >{{ says.takeOut }}</KitButton
          >
          <p v-if="refused?.id === choice.id" class="field__fault" role="alert">{{ refused.says }}</p>
        </div>
      </template>
    </KitOrder>
  </section>
</template>
