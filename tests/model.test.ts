import { testViews } from './model/try-views.js';

// For a minute: tests/broad/model.
testViews(20_000);
