import { Bench } from '@/features/bench/Bench'

export default function BenchPage() {
  return <Bench />
}
