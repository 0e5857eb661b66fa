<!-- Who is in the garden and what they may do; invitations. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import type { Invitation, Member, Role } from '#shared/people'
import { roles } from '#shared/people'

const garden = useGardenStore()
const store = useSessionStore()
const { data: members, problem: membersProblem, refetch } = useLive<Member[]>(() => '/api/members')
const { data: invitations, refetch: refetchInvitations } = useLive<Invitation[]>(() =>
  garden.isKeeper ? '/api/invitations' : null,
)
const does: Record<Role, string> = {
  guest: 'reads',
  hand: 'notes work, takes back their own',
  keeper: 'does everything',
}
const choices = roles.map(value => ({ value, title: `${value}: ${does[value]}` }))

let change: () => Promise<unknown> = async () => {}
const changing = useForm(() => change())
async function attempt(work: () => Promise<unknown>) {
  change = work
  await changing.submit()
  await refetch()
}
const setRole = (member: Member, role: Role) =>
  attempt(async () => {
    await $fetch(`/api/members/${member.personId}`, { method: 'PUT', body: { role } })
    if (member.isYou) await store.load()
  })
const remove = (member: Member) =>
  attempt(async () => {
    await $fetch(`/api/members/${member.personId}`, { method: 'DELETE' })
    if (!member.isYou) return
    await store.load()
    await navigateTo('/')
  })

const wish = reactive({ role: 'hand' as Role, email: '' })
const link = ref('')
const inviting = useForm(async () => {
  link.value = ''
  const made = await $fetch<{ link: string }>('/api/invitations', {
    method: 'POST',
    body: { role: wish.role, email: wish.email.trim() || null },
  })
  link.value = made.link
  wish.email = ''
  await refetchInvitations()
})
const { copy, copied } = useClipboard()
async function withdraw(id: string) {
  await $fetch(`/api/invitations/${id}`, { method: 'DELETE' })
  await refetchInvitations()
}
</script>

<template>
  <div class="sides">
    <PaperSheet heading="In this garden">
      <p v-if="membersProblem" class="fail" role="alert">{{ membersProblem.sentence }}</p>
      <p v-if="changing.problem.value" class="fail" role="alert">{{ changing.problem.value.sentence }}</p>
      <ul class="people">
        <li v-for="member in members" :key="member.personId">
          <span class="who">{{ member.name }}<span v-if="member.isYou" class="quiet"> (you)</span></span>
          <v-select
            v-if="garden.isKeeper"
            :model-value="member.role"
            :items="choices"
            :label="`What ${member.name} may do`"
            hide-details
            class="role"
            @update:model-value="setRole(member, $event)"
          />
          <span v-else class="quiet">{{ member.role }}: {{ does[member.role] }}</span>
          <v-btn
            v-if="member.isYou || garden.isKeeper"
            variant="text"
            class="quietly"
            @click="remove(member)"
            >{{ member.isYou ? 'Leave' : 'Remove' }}</v-btn
          >
        </li>
      </ul>
      <p class="quiet small">What somebody noted stays in the log when they leave.</p>
    </PaperSheet>
    <div v-if="garden.isKeeper" class="stack">
      <FormSheet
        heading="Invite somebody"
        action="Make the invitation"
        :busy="inviting.isBusy.value"
        :problem="inviting.beside('email')"
        @submit="inviting.submit()"
      >
        <v-select v-model="wish.role" :items="choices" label="As" />
        <v-text-field
          v-model="wish.email"
          label="E-mail, if it should be sent"
          type="email"
          :error-messages="inviting.at('email')"
        />
        <p v-if="store.session?.hasMailTray" class="quiet small">
          Letters are not sent from here: <NuxtLink to="/mail">the mail tray</NuxtLink> shows them.
        </p>
        <div v-if="link" role="status">
          <p>The link is good once, for two weeks. It is shown this once:</p>
          <p class="code link-text">{{ link }}</p>
          <v-btn @click="copy(link)">{{ copied ? 'Copied' : 'Copy the link' }}</v-btn>
        </div>
      </FormSheet>
      <PaperSheet v-if="invitations?.length" heading="Open invitations">
        <ul class="people">
          <li v-for="i in invitations" :key="i.id">
            <span class="who"
              >{{ i.email ?? 'by link' }}
              <span class="quiet small"
                >as {{ i.role }}, until {{ dayInWords(i.expiresAt.slice(0, 10)) }}</span
              ></span
            >
            <v-btn variant="text" class="quietly" @click="withdraw(i.id)">Withdraw</v-btn>
          </li>
        </ul>
      </PaperSheet>
    </div>
  </div>
</template>

<style scoped>
.people {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
.people li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.who {
  flex: 1;
  min-width: 140px;
}
.role {
  max-width: 330px;
}
.link-text {
  overflow-wrap: anywhere;
  font-size: 13px;
  margin: 6px 0;
}
</style>
