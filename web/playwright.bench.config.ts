import { defineConfig } from '@playwright/test'
import tests from './playwright.config'

/** `./anvil bench edits`: servers of its own, and nothing else at the same time. */
export default defineConfig({ ...tests, webServer: undefined, testMatch: '*.bench.ts', reporter: 'line' })
