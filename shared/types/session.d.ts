declare module '#auth-utils' {
  interface User {
    personId: string
    gardenId: string | null
    seal: number
  }
}
export {}
