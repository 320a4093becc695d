<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, Problem, type LeaveOf, type Member } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { deleting, whenPutBack } from '@/shared/deleting';
import { usePreferences } from '@/shared/preferences';
import ClubLog from './ClubLog.vue';
import { useClub } from './clubStore';

/** The club: one's own PIN, who may read what is one's own, and for an admin the members. */
const club = useClub();
const preferences = usePreferences();
const router = useRouter();
const leave = shallowRef<LeaveOf | null>(null);
const members = shallowRef<Member[]>([]);
const problem = shallowRef<Problem | null>(null);
const said = ref('');
const coach = ref(0);
const name = ref('');
const [old, secret, again] = [ref(''), ref(''), ref('')];
/** A PIN that was given: told once. */
const given = shallowRef<{ name: string; pin: string } | null>(null);
const askedToDelete = ref(0);

const free = computed(() => leave.value?.members.filter((m) => !leave.value?.given.some((g) => g.id === m.id)) ?? []);

async function load() {
  leave.value = await api.leave();
  if (club.member?.isAdmin) members.value = await api.members();
}

/** Does something and shows how the club stands then. */
async function act(what: () => Promise<unknown>, done = '') {
  [problem.value, said.value, given.value] = [null, '', null];
  try {
    await what();
    said.value = done;
    await load();
  } catch (cause) {
    take(cause, (p) => (problem.value = p));
  }
}

const give = () => act(() => api.giveLeave(coach.value), 'They may read what is yours now.');
const invite = () =>
  act(async () => {
    const invited = await api.invite(name.value);
    given.value = { name: invited.member.name, pin: invited.pin };
    name.value = '';
  });
const reset = (member: Member) =>
  act(async () => (given.value = { name: member.name, pin: (await api.resetMember(member.id)).pin }));

function choose() {
  if (secret.value !== again.value) {
    problem.value = new Problem({ detail: 'The two new PINs differ.' });
    return;
  }
  void act(async () => {
    await club.choose(old.value, secret.value);
    [old.value, secret.value, again.value] = ['', '', ''];
  }, 'Your PIN is changed.');
}

function remove(member: Member) {
  if (askedToDelete.value !== member.id) {
    askedToDelete.value = member.id;
    return;
  }
  askedToDelete.value = 0;
  void deleting(`${member.name}, with all that is theirs,`, () => api.deleteSolver(member.id), load);
}

function look(member: Member) {
  preferences.solverId = member.id;
  void router.push({ name: 'record' });
}

watch(
  () => club.member?.id,
  (id) => id && void act(async () => {}),
  { immediate: true },
);
whenPutBack(load);
</script>

<template>
  <main class="club">
    <h1>Club</h1>
    <p v-if="!club.isClub" class="plate soft">
      No club is served here: everything is on this machine, for whoever sits at it.
    </p>
    <template v-else-if="club.member">
      <p v-if="problem" class="plate field-error" role="alert">{{ problem.message }}</p>
      <p v-else-if="said" class="plate good" role="status">{{ said }}</p>
      <section class="plate" aria-labelledby="club-leave">
        <h2 id="club-leave">Who may read what is yours</h2>
        <p v-if="!leave?.given.length" class="soft">Nobody but you. A coach needs your leave.</p>
        <ul v-else class="rows">
          <li v-for="g in leave.given" :key="g.id">
            <span>{{ g.name }}</span>
            <button type="button" class="knob" @click="act(() => api.takeLeave(g.id), `${g.name} reads it no longer.`)">
              Take back
            </button>
          </li>
        </ul>
        <form v-if="free.length > 0" class="line" @submit.prevent="give">
          <label for="club-coach">Leave to read, for</label>
          <select id="club-coach" v-model="coach" class="field">
            <option :value="0" disabled>choose …</option>
            <option v-for="m in free" :key="m.id" :value="m.id">{{ m.name }}</option>
          </select>
          <button type="submit" class="knob main" :disabled="!coach">Give leave</button>
        </form>
        <template v-if="leave?.got.length">
          <p class="soft">You may read, not change:</p>
          <div class="line">
            <button v-for="g in leave.got" :key="g.id" type="button" class="knob" @click="look(g)">
              {{ g.name }}
            </button>
          </div>
        </template>
      </section>
      <section v-if="club.member.isAdmin" class="plate" aria-labelledby="club-members">
        <h2 id="club-members">Members</h2>
        <p v-if="given" class="given" role="status" data-test="given">
          {{ given.name }}'s PIN is <strong class="sequence">{{ given.pin }}</strong>. It is shown this once and works
          once: they choose their own when they come in.
        </p>
        <ul class="rows">
          <li v-for="m in members" :key="m.id" :data-member="m.name">
            <span>
              {{ m.name }}
              <span class="soft">{{
                [m.isAdmin ? 'admin' : '', m.mustChoose ? 'has a given PIN' : ''].filter(Boolean).join(', ')
              }}</span>
            </span>
            <button type="button" class="knob" @click="reset(m)">New PIN</button>
            <button type="button" class="knob" @click="act(() => api.makeAdmin(m.id, !m.isAdmin))">
              {{ m.isAdmin ? 'Remove as admin' : 'Make admin' }}
            </button>
            <button v-if="m.id !== club.member.id" type="button" class="knob" @click="remove(m)">
              {{ askedToDelete === m.id ? `Really delete ${m.name}` : 'Delete' }}
            </button>
          </li>
        </ul>
        <form class="line" @submit.prevent="invite">
          <label for="club-name">Invite, by name</label>
          <input id="club-name" v-model="name" class="field" maxlength="40" autocomplete="off" />
          <button type="submit" class="knob main" :disabled="!name.trim()">Invite</button>
        </form>
      </section>
      <ClubLog v-if="club.member.isAdmin" />
      <section class="plate" aria-labelledby="club-you">
        <h2 id="club-you">{{ club.member.name }}</h2>
        <form class="pin" @submit.prevent="choose">
          <input
            type="text"
            class="away"
            autocomplete="username"
            :value="club.member.name"
            tabindex="-1"
            readonly
            aria-hidden="true"
          />
          <label for="club-old">Current PIN</label>
          <input id="club-old" v-model="old" type="password" class="field" autocomplete="current-password" />
          <label for="club-new">New PIN</label>
          <input id="club-new" v-model="secret" type="password" class="field" autocomplete="new-password" />
          <label for="club-again">Repeat the new PIN</label>
          <input id="club-again" v-model="again" type="password" class="field" autocomplete="new-password" />
          <button type="submit" class="knob" :disabled="!old || !secret">Change PIN</button>
        </form>
        <button type="button" class="knob main" @click="club.signOut()">Sign out</button>
      </section>
    </template>
  </main>
</template>

<style scoped>
.club {
  display: grid;
  gap: 10px;
  align-content: start;
  max-width: 900px;
  padding: 12px 14px;
}

h1 {
  font-size: 22px;
}

.plate {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 16px;
}

.rows {
  display: grid;
  width: 100%;
  padding: 0;
  list-style: none;
}

.rows li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}

.rows li > span:first-child {
  margin-right: auto;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.line .field {
  width: 200px;
  font-family: var(--sans);
}

.pin {
  display: grid;
  grid-template-columns: max-content minmax(0, 240px);
  gap: 8px 12px;
  align-items: center;
}

.pin .knob {
  grid-column: 2;
  justify-self: start;
}

.given {
  padding: 8px 12px;
  border-left: 4px solid var(--needle);
  background: var(--enamel-low);
}

.away {
  display: none;
}
</style>
