// @vitest-environment jsdom
/*
 * Classes built through the whole builder: in one process, since loading the application takes longer than most of it. What
 * makes moves of its own is last.
 */
import './building/formats.test.ts';
import './building/judgement.test.ts';
import './building/model.test.ts';
import './building/names.test.ts';
