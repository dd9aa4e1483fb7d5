import { Draw } from '@/features/draw/Draw'

export default function DrawPage() {
  return <Draw />
}
