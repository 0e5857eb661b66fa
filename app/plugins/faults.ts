/** A request that fails where no screen waits for its answer is told in the bar; nothing fails in silence. */
export default defineNuxtPlugin(nuxt => {
  nuxt.vueApp.config.errorHandler = error => {
    useLogStore().problem = problemOf(error)
  }
})
