<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { Problem } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { useClub } from './clubStore';

/** The door of a club: signing in, choosing a PIN in place of a given one, naming the first admin. */
const club = useClub();
const name = ref('');
const secret = ref('');
const again = ref('');
const word = ref('');
/** The PIN one came in with, so that it need not be typed twice. */
const given = ref('');
const problem = shallowRef<Problem | null>(null);
const working = ref(false);

const step = computed(() => (club.member ? 'choose' : club.club?.needsAdmin ? 'first' : 'enter'));
const title = computed(
  () => ({ enter: 'Who is there?', choose: 'Choose a PIN of your own', first: 'Name the first admin' })[step.value],
);

async function go() {
  problem.value = null;
  if (step.value !== 'enter' && secret.value !== again.value) {
    problem.value = new Problem({ detail: 'The two PINs differ.', field: 'again' });
    return;
  }
  working.value = true;
  try {
    if (step.value === 'enter') {
      given.value = secret.value;
      await club.signIn(name.value, secret.value);
    } else if (step.value === 'first') await club.nameFirstAdmin(word.value, name.value, secret.value);
    else await club.choose(given.value, secret.value);
    [secret.value, again.value, word.value] = ['', '', ''];
  } catch (cause) {
    take(cause, (p) => (problem.value = p));
  } finally {
    working.value = false;
  }
}
</script>

<template>
  <main class="gate">
    <form v-if="club.club" class="plate" @submit.prevent="go">
      <h1>{{ title }}</h1>
      <p v-if="step === 'enter'" class="soft">This is a club's Tin Compass. An admin gives you a name and a PIN.</p>
      <p v-else-if="step === 'choose'" class="soft">
        {{ club.member?.name }}, an admin knows the PIN you signed in with, and it works only once.
      </p>
      <p v-else class="soft">The word was told where the server was started.</p>
      <template v-if="step === 'first'">
        <label for="gate-word">Word</label>
        <input id="gate-word" v-model="word" class="field" autocomplete="off" required />
      </template>
      <template v-if="step !== 'choose'">
        <label for="gate-name">Name</label>
        <input id="gate-name" v-model="name" class="field" maxlength="40" autocomplete="username" required />
      </template>
      <template v-else-if="!given">
        <label for="gate-given">The PIN you were given</label>
        <input id="gate-given" v-model="given" type="password" class="field" autocomplete="current-password" required />
      </template>
      <label for="gate-secret">{{ step === 'enter' ? 'PIN or passphrase' : 'New PIN or passphrase' }}</label>
      <input
        id="gate-secret"
        v-model="secret"
        type="password"
        class="field"
        maxlength="200"
        :autocomplete="step === 'enter' ? 'current-password' : 'new-password'"
        :aria-describedby="problem ? 'gate-error' : undefined"
        required
      />
      <template v-if="step !== 'enter'">
        <label for="gate-again">Repeat it</label>
        <input id="gate-again" v-model="again" type="password" class="field" autocomplete="new-password" required />
      </template>
      <p v-if="problem" id="gate-error" class="field-error" role="alert">{{ problem.message }}</p>
      <div class="line">
        <button type="submit" class="knob main" :disabled="working">
          {{ step === 'enter' ? 'Come in' : 'Keep it' }}
        </button>
        <button v-if="step === 'choose'" type="button" class="knob" @click="club.signOut()">Sign out</button>
      </div>
    </form>
  </main>
</template>

<style scoped>
.gate {
  display: grid;
  place-items: center;
  height: 100%;
  padding: 14px;
}

form {
  display: grid;
  gap: 8px;
  width: min(420px, 94vw);
  padding: 20px;
}

h1 {
  font-size: 22px;
}

.line {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
</style>
