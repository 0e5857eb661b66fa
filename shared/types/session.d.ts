declare module '#auth-utils' {
  interface User { gardenId: string, personId: string }
}
export {}
