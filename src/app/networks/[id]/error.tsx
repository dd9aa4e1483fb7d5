'use client'

export { NetworkFailed as default } from '@/ui/network/NetworkFailed'
