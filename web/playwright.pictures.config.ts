import { defineConfig } from '@playwright/test'
import tests from './playwright.config'

/** Takes the pictures of docs/ways, and writes the page that shows them. */
export default defineConfig({ ...tests, testMatch: 'ways.pictures.ts', reporter: [['list']] })
