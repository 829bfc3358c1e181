import { testViews } from '../model/try-views.js';

testViews(60_000);
