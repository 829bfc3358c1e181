import { ADOPTED, testAdopted } from '../adopt-verified.js';

testAdopted(ADOPTED);
