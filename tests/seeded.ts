export { seeded } from '#core/sharing/seeded';
