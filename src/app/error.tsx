'use client';

export { FaultPage as default } from '@/editor/frame/FaultPage';
